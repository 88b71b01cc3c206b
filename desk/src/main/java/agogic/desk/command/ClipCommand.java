package agogic.desk.command;

import agogic.core.edit.clip.ClipWords;
import agogic.core.edit.clip.Clips;
import agogic.core.score.Clip;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code clip}: clips made, moved, copied, cut, in words. */
@Command(
        name = "clip",
        description = {
            "Clips, in a few words: move 17; copy 17; repeat 33; cut 20; resize 9 13; stretch 8 bars; loop 4 beats;",
            "loop off; rename Bells; remove. With --track an empty clip is made: --track Strings --clip Bells --from 9 --until 13."
        })
final class ClipCommand extends EditCommand {
    /** A clip, its ends as bars are written, and what goes with it. */
    private record ToldClip(String id, String track, String name, String from, String until, String carries) {}

    @Option(
            names = "--clip",
            required = true,
            paramLabel = "NAME",
            description = "which clip: “Glass A”, or “Glass A at 9” where there are several")
    private String clip;

    @Option(names = "--do", paramLabel = "WORDS", description = "what is done; may be given several times, in order")
    private List<String> words = List.of();

    @Option(names = "--track", paramLabel = "NAME", description = "makes an empty clip on this track")
    private String track;

    @Option(names = "--from", paramLabel = "BAR.BEAT", description = "where the new clip begins")
    private String from;

    @Option(names = "--until", paramLabel = "BAR.BEAT", description = "where the new clip ends")
    private String until;

    @Override
    Session edited(Session before, Answer answer) {
        Session after = before;
        String id;
        if (track != null) {
            if (from == null || until == null) {
                throw new IllegalArgumentException("Where? A new clip needs --from and --until.");
            }
            String on = AddCommand.track(before, track).id();
            Clips.Made made = Clips.add(before, on, clip, Positions.in(before, from), Positions.in(before, until));
            after = made.session();
            id = made.clip();
        } else if (words.isEmpty()) {
            throw new IllegalArgumentException("Nothing to do: --do says what, such as --do \"move 17\".");
        } else {
            id = ClipWords.find(before, clip);
        }
        for (String one : words) {
            after = ClipWords.apply(after, id, one);
        }
        List<ToldClip> all = new ArrayList<>();
        String name = after.clip(id).map(Clip::name).orElse(clip);
        for (var one : after.tracks()) {
            for (Clip there : one.clips()) {
                if (!there.name().equals(name)) {
                    continue;
                }
                ToldClip told = new ToldClip(
                        there.id(),
                        one.name(),
                        there.name(),
                        after.timeline().printBars(there.beat()),
                        after.timeline().printBars(there.end()),
                        Clips.carries(after, there.id()));
                all.add(told);
                answer.say(there.name() + " on " + one.name() + ", " + told.from() + " to " + told.until() + ": "
                        + told.carries() + ".");
            }
        }
        if (all.isEmpty()) {
            answer.say(clip + " is removed.");
        }
        answer.put("clips", all);
        return after;
    }
}
