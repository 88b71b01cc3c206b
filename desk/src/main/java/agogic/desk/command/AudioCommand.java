package agogic.desk.command;

import agogic.core.assign.AudioTracks;
import agogic.core.audio.AudioFile;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.Located;
import agogic.formats.audio.Pictures;
import agogic.standins.sound.StandIns;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code audio}: files of audio brought into a piece, and how it is with those that it has. */
@Command(
        name = "audio",
        description = {
            "Brings WAV and AIFF files into a session: a track each, or, with --track, one after the other on a track",
            "that is there. Says of all audio of the session where it is, and how loud."
        })
final class AudioCommand extends EditCommand {
    /** A file of audio: rate in Hz, length in seconds, loudness in LUFS, true peak in dBTP. */
    private record ToldFile(
            String id,
            String path,
            String state,
            int rate,
            int channels,
            double seconds,
            double loudness,
            double truePeak) {}

    @Option(names = "--file", paramLabel = "F.wav", description = "a file of audio; can be repeated")
    private List<Path> files = List.of();

    @Option(names = "--track", paramLabel = "NAME", description = "the track they go on; else one each is made")
    private String track;

    @Option(names = "--at", paramLabel = "BAR.BEAT", description = "where the first begins (1)")
    private String at;

    @Option(names = "--one", description = "on one new track, one after the other")
    private boolean one;

    @Override
    Session edited(Session before, Answer answer) throws IOException {
        List<AudioFile> scanned = new ArrayList<>();
        List<String> remarks = new ArrayList<>();
        for (Path file : files) {
            AudioScan scan = Pictures.listened(file);
            scanned.add(scan.file());
            answer.say(scan.file().name() + ": " + scan.words() + ".");
            for (String remark : scan.remarks()) {
                remarks.add(scan.file().name() + ": " + remark);
                answer.say("  " + remark);
            }
        }
        double beat = at == null ? 0 : Positions.in(before, at);
        Session after = before;
        if (!scanned.isEmpty()) {
            after = track != null
                    ? AudioTracks.after(
                            before, scanned, AddCommand.track(before, track).id(), beat)
                    : one
                            ? AudioTracks.together(before, scanned, beat, StandIns::levelPan)
                            : AudioTracks.each(before, scanned, beat, StandIns::levelPan);
        }
        List<ToldFile> all = new ArrayList<>();
        for (AudioFile file : after.audio()) {
            Located.State state = Located.of(file).state();
            all.add(new ToldFile(
                    file.id(),
                    file.path(),
                    state.name().toLowerCase(java.util.Locale.ROOT),
                    file.rate(),
                    file.channels(),
                    file.seconds(),
                    file.loudness(),
                    file.truePeak()));
            if (state != Located.State.THERE) {
                answer.say(file.name() + (state == Located.State.GONE ? " is not at " : " is another file at ")
                        + file.path() + ".");
            }
        }
        answer.put("audio", all).put("remarks", remarks);
        return after;
    }
}
