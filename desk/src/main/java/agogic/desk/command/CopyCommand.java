package agogic.desk.command;

import agogic.core.edit.points.Copying;
import agogic.core.route.Target;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code copy}: what a range of lanes has, on other lanes: pairs go together. */
@Command(
        name = "copy",
        description = {
            "What a range of lanes has, on others: the first --target to the first --to, and so on.",
            "By place of the travel, or by value where both have one unit; what does not fit is told."
        })
final class CopyCommand extends EditCommand {
    /** What went from one lane to another: how many points, and how far the farthest lay outside, in the difference unit. */
    private record Copied(String target, String to, int points, double clamped) {}

    @Option(
            names = "--target",
            required = true,
            paramLabel = "DEVICE/PARAMETER",
            description = "whose lane; may be repeated")
    private List<String> targets;

    @Option(names = "--to", paramLabel = "DEVICE/PARAMETER", description = "where it goes; the same lanes if not given")
    private List<String> others = List.of();

    @Option(names = "--from", required = true, paramLabel = "BAR.BEAT", description = "where the range begins")
    private String from;

    @Option(names = "--until", required = true, paramLabel = "BAR.BEAT", description = "where the range ends")
    private String until;

    @Option(names = "--at", paramLabel = "BAR.BEAT", description = "where it goes to; its own place if not given")
    private String at;

    @Option(names = "--fill", paramLabel = "BAR.BEAT", description = "repeat it up to here")
    private String fill;

    @Option(names = "--speed", defaultValue = "1", paramLabel = "TIMES", description = "0.5 for twice as long")
    private double speed;

    @Option(
            names = "--by",
            defaultValue = "place",
            paramLabel = "place|unit",
            description = "by place of the travel, or by value")
    private String by;

    @Option(
            names = "--source",
            defaultValue = "kept",
            paramLabel = "kept|silenced|deleted",
            description = "what becomes of where it came from")
    private String source;

    @Override
    Session edited(Session before, Answer answer) {
        if (!others.isEmpty() && others.size() != targets.size()) {
            throw new IllegalArgumentException("There are " + targets.size() + " times --target, but " + others.size()
                    + " times --to: each goes to one.");
        }
        double begin = Positions.in(before, from);
        Session after = before;
        List<Copied> all = new ArrayList<>();
        for (int i = 0; i < targets.size(); i++) {
            Target target = LaneCommand.target(before, targets.get(i));
            Copying.Order order = new Copying.Order(
                    target,
                    others.isEmpty() ? target : LaneCommand.target(before, others.get(i)),
                    begin,
                    Positions.in(before, until),
                    at == null ? begin : Positions.in(before, at),
                    fill == null ? 0 : Positions.in(before, fill),
                    speed,
                    word(by, Copying.By.class),
                    word(source, Copying.Source.class));
            Copying.Outcome outcome = Copying.copy(after, order);
            after = outcome.session();
            all.add(new Copied(order.from().toString(), order.to().toString(), outcome.points(), outcome.clamped()));
            answer.say(Copying.told(before, order, outcome));
        }
        answer.put("copied", all);
        return after;
    }

    private static <T extends Enum<T>> T word(String word, Class<T> words) {
        List<String> known = new ArrayList<>();
        for (T one : words.getEnumConstants()) {
            if (one.name().equalsIgnoreCase(word)) {
                return one;
            }
            known.add(one.name().toLowerCase(Locale.ROOT));
        }
        throw new IllegalArgumentException("Expected " + String.join(" or ", known) + ", not “" + word + "”.");
    }
}
