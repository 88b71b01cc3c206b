package agogic.desk.command;

import agogic.core.audio.LoudnessCurve;
import agogic.core.edit.points.LoudnessDraft;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.loudness.TrackLoudness;
import agogic.formats.session.SessionFile;
import agogic.standins.sound.HowLoud;
import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code loudness}: how loud a piece and its tracks are, and a level drafted from it. */
@Command(
        name = "loudness",
        description = {
            "How loud the piece and each of its tracks are (ITU-R BS.1770-4). With --target and --to the level is drafted",
            "so that phrases come to that loudness: an offset layer of its own."
        })
final class LoudnessCommand extends FileCommand {
    /** How loud something is, in LUFS, LU and dBTP. */
    private record ToldLoudness(
            double integrated, double range, double greatestShortTerm, double greatestMomentary, double truePeak) {}

    private record ToldTrack(String of, @JsonUnwrapped ToldLoudness loudness) {}

    private record ToldDraft(
            int points, ToldLoudness before, ToldLoudness after, List<ToldPhrase> phrases, double heldSeconds) {}

    /** A phrase: from and to in seconds, its loudness before and after the draft in LUFS. */
    private record ToldPhrase(double from, double to, double before, double after) {}

    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path session;

    @Option(names = "--track", paramLabel = "NAME", description = "this track or bus only")
    private String track;

    @Option(names = "--target", paramLabel = "DEVICE/PARAMETER", description = "the level that is drafted")
    private String target;

    @Option(names = "--to", paramLabel = "LUFS", description = "the loudness that phrases come to, −60 to 0")
    private Double loud;

    @Option(names = "--up", paramLabel = "DB", description = "made louder by so much at the most (8)")
    private Double up;

    @Option(names = "--down", paramLabel = "DB", description = "made softer by so much at the most (8)")
    private Double down;

    @Option(names = "--speed", paramLabel = "DB", description = "moves by so many dB a second at the most (30)")
    private Double speed;

    @Option(names = "--gate", paramLabel = "LUFS", description = "softer than this is a pause (20 below the target)")
    private Double gate;

    @Option(names = "--within", paramLabel = "DB", description = "tolerance of the points (that of the usual recipe)")
    private Double within;

    @Option(names = "--out", paramLabel = "SESSION", description = "where the session with the draft goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        Session opened = Pieces.open(session);
        return target == null ? measured(opened) : drafted(opened);
    }

    private Answer measured(Session opened) throws IOException {
        if (loud != null || out != null) {
            throw new IllegalArgumentException("--to and --out draft a level: --target says which.");
        }
        Answer answer = new Answer();
        List<ToldTrack> all = new ArrayList<>();
        if (track == null) {
            Map<String, HowLoud> each = TrackLoudness.each(opened);
            all.add(told(answer, "All", each.get("")));
            opened.tracks().forEach(t -> all.add(told(answer, t.name(), each.get(t.id()))));
        } else {
            Track one = AddCommand.track(opened, track);
            all.add(told(answer, one.name(), TrackLoudness.of(opened, one.id())));
        }
        return answer.put("loudness", all);
    }

    private static ToldTrack told(Answer answer, String name, HowLoud heard) {
        answer.say(name + ": " + TrackLoudness.words(heard) + ".");
        return new ToldTrack(name, numbers(heard));
    }

    private static ToldLoudness numbers(HowLoud heard) {
        LoudnessCurve curve = heard.curve();
        return new ToldLoudness(
                curve.integrated(),
                curve.range(),
                curve.greatestShortTerm(),
                curve.greatestMomentary(),
                heard.truePeak());
    }

    private Answer drafted(Session opened) throws IOException {
        if (loud == null || out == null) {
            throw new IllegalArgumentException("A draft needs --to, the loudness in LUFS, and --out, where it goes.");
        }
        apart(out, session);
        Target level = LaneCommand.target(opened, target);
        LoudnessDraft.Wanted usual = LoudnessDraft.Wanted.of(loud);
        LoudnessDraft.Wanted wanted = new LoudnessDraft.Wanted(
                loud,
                up == null ? usual.up() : up,
                down == null ? usual.down() : down,
                speed == null ? usual.speed() : speed,
                gate == null ? usual.gate() : gate);
        double tolerance = within == null ? LoudnessDraft.usual(opened.parameter(level)) : within;
        TrackLoudness.Draft draft = TrackLoudness.draft(opened, level, wanted, tolerance);
        SessionFile.save(out, draft.drafted().session());
        Answer answer = new Answer();
        answer.say(opened.parameter(level).name() + ": " + draft.words(loud));
        List<ToldPhrase> phrases = new ArrayList<>();
        for (int[] phrase : draft.drafted().phrases()) {
            phrases.add(new ToldPhrase(
                    phrase[0] * LoudnessCurve.STEP,
                    phrase[1] * LoudnessCurve.STEP,
                    LoudnessDraft.Drafted.loudness(draft.before().curve(), phrase),
                    LoudnessDraft.Drafted.loudness(draft.after().curve(), phrase)));
        }
        return answer.tell(new ToldDraft(
                draft.drafted().points(),
                numbers(draft.before()),
                numbers(draft.after()),
                phrases,
                draft.drafted().held() * LoudnessCurve.STEP));
    }
}
