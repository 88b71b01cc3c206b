package agogic.desk.command;

import agogic.core.session.Destination;
import agogic.core.session.Session;
import agogic.formats.session.Fingerprint;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code destination}: where a piece goes, and what of it. */
@Command(
        name = "destination",
        description = {
            "Where a piece goes, and what of it: lists the destinations of a session, or changes one. `export --destination`",
            "carries one out. A name that there is not yet makes a destination."
        })
final class DestinationCommand extends FileCommand {
    private record ToldDestination(String name, List<String> parts, Destination.How how, String folder, String state) {}

    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path session;

    @Parameters(index = "1", arity = "0..1", paramLabel = "NAME", description = "the destination that is changed")
    private String name;

    @Option(
            names = "--parts",
            paramLabel = "PART,…",
            description =
                    "what goes: session, midi, midi-tracks, midi-devices, clip, audio, stems, tables, picture, sheet")
    private String parts;

    @Option(names = "--fine", paramLabel = "7|14|nrpn", description = "how fine controllers are")
    private String fine;

    @Option(names = "--content", paramLabel = "all|lanes|notes", description = "what goes as MIDI 1.0")
    private String content;

    @Option(names = "--cable", paramLabel = "yes|no", description = "never more than a MIDI cable carries")
    private String cable;

    @Option(names = "--lead-in", paramLabel = "yes|no", description = "a bar before the music that sets every value")
    private String leadIn;

    @Option(names = "--bits", paramLabel = "16|24|32f", description = "how a sample is written")
    private String bits;

    @Option(names = "--rate", paramLabel = "HZ", description = "frames a second of audio")
    private Integer rate;

    @Option(names = "--loop", paramLabel = "yes|no", description = "audio of the loop only")
    private String loop;

    @Option(names = "--tempo", paramLabel = "yes|no", description = "MIDI has the tempo")
    private String tempo;

    @Option(names = "--lanes", paramLabel = "yes|no", description = "audio has what the lanes say")
    private String lanes;

    @Option(names = "--picture", paramLabel = "svg|pdf|png", description = "the format of pictures")
    private String picture;

    @Option(names = "--light", paramLabel = "yes|no", description = "pictures on a light ground")
    private String light;

    @Option(names = "--delete", description = "the session has it no longer")
    private boolean delete;

    @Option(names = "--out", paramLabel = "SESSION", description = "where the changed session goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        Session opened = Pieces.open(session);
        if (name == null) {
            return listed(opened, opened.destinations());
        }
        if (out == null) {
            return listed(opened, List.of(Destination.of(opened.destinations(), name)));
        }
        apart(out, session);
        Session changed = delete ? without(opened) : opened.with(changed(opened));
        SessionFile.save(out, changed);
        return listed(changed, changed.destinations());
    }

    private Session without(Session opened) {
        Destination gone = Destination.of(opened.destinations(), name);
        List<Destination> left = new ArrayList<>(opened.destinations());
        left.remove(gone);
        if (left.isEmpty()) {
            throw new IllegalArgumentException(
                    "“" + gone.name() + "” is the only destination: a piece has one at least.");
        }
        return opened.withDestinations(left);
    }

    private Destination changed(Session opened) {
        Set<Destination.Part> wanted = EnumSet.noneOf(Destination.Part.class);
        if (parts != null) {
            for (String part : parts.split(",")) {
                wanted.add(Destination.Part.of(part));
            }
        }
        Destination was = opened.destinations().stream()
                .filter(d -> d.name().equalsIgnoreCase(name.strip()))
                .findFirst()
                .orElseGet(() -> new Destination(
                        name.strip(),
                        wanted.isEmpty() ? Set.of(Destination.Part.MIDI) : wanted,
                        Destination.How.USUAL,
                        "",
                        ""));
        Destination.How how = was.how();
        Destination with = was.with(new Destination.How(
                new Destination.Midi(
                        fine == null ? how.midi().fine() : fine,
                        flag("--cable", cable, how.midi().cable()),
                        flag("--lead-in", leadIn, how.midi().leadIn()),
                        content == null ? how.midi().content() : ExportCommand.content(content),
                        flag("--tempo", tempo, how.midi().tempo())),
                new Destination.Audio(
                        bits == null ? how.audio().bits() : bits,
                        rate == null ? how.audio().rate() : rate,
                        flag("--loop", loop, how.audio().loop()),
                        flag("--lanes", lanes, how.audio().lanes())),
                new Destination.Picture(
                        picture == null ? how.picture().format() : picture,
                        flag("--light", light, how.picture().light()))));
        return wanted.isEmpty() || wanted.equals(with.parts()) ? with : with.with(wanted);
    }

    private static boolean flag(String option, String word, boolean was) {
        if (word == null) {
            return was;
        }
        if (!word.equalsIgnoreCase("yes") && !word.equalsIgnoreCase("no")) {
            throw new IllegalArgumentException(option + " is yes or no, not “" + word + "”.");
        }
        return word.equalsIgnoreCase("yes");
    }

    private static Answer listed(Session session, List<Destination> all) {
        Answer answer = new Answer();
        List<ToldDestination> told = new ArrayList<>();
        String print = all.stream().anyMatch(Destination::went) ? Fingerprint.of(session) : "none";
        for (Destination one : all) {
            String state = one.since(print).spoken();
            answer.say(one.name() + ": "
                    + one.inOrder().stream().map(Destination.Part::title).collect(Collectors.joining(", ")) + "; "
                    + state
                    + (one.folder().isEmpty() ? "" : ", in " + one.folder()) + ".");
            told.add(new ToldDestination(
                    one.name(),
                    one.inOrder().stream().map(Destination.Part::word).toList(),
                    one.how(),
                    one.folder(),
                    state));
        }
        return answer.put("destinations", told);
    }
}
