package agogic.core.edit.clip;

import agogic.core.audio.AudioPart;
import agogic.core.score.Clip;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Edits of clips in a few words: {@code move 17}, {@code copy 17}, {@code repeat 33}, {@code cut 20}, {@code resize 9 13},
 * {@code stretch 8 bars}, {@code loop 4 beats}, {@code loop off}, {@code rename Bells}, {@code remove}; of audio {@code gain -6
 * dB}, {@code fade in 0.5 s}, {@code fade out 2 s}, {@code keep seconds}, {@code keep beats}, {@code keep
 * inside}, {@code keep outside}.
 */
public final class ClipWords {
    /** What the words can be, one line an act. */
    public static final List<String> ACTS = List.of(
            "move 17",
            "copy 17",
            "repeat 33",
            "cut 20",
            "resize 9 13",
            "stretch 8 bars",
            "loop 4 beats",
            "loop off",
            "gain -6 dB",
            "fade in 0.5 s",
            "fade out 2 s",
            "keep seconds",
            "keep inside",
            "rename Bells",
            "remove");

    private ClipWords() {}

    /**
     * The clip that is called so, by its id, its name, or its name and position ({@code Glass A at 9}).
     *
     * @throws IllegalArgumentException in words for people if none is, or several are
     */
    public static String find(Session session, String text) {
        List<Clip> found = new ArrayList<>();
        List<String> names = new ArrayList<>();
        for (Track track : session.tracks()) {
            for (Clip clip : track.clips()) {
                String at = clip.name() + " at ";
                boolean placed = text.regionMatches(true, 0, at, 0, at.length())
                        && session.timeline().parse(text.substring(at.length())).stream()
                                .anyMatch(beat -> Math.abs(beat - clip.beat()) < 1e-3);
                if (clip.id().equals(text)) {
                    return clip.id();
                }
                if (clip.name().equalsIgnoreCase(text) || placed) {
                    found.add(clip);
                }
                names.add(clip.name() + " at " + session.timeline().printBars(clip.beat()));
            }
        }
        if (found.size() == 1) {
            return found.get(0).id();
        }
        if (found.isEmpty()) {
            throw new IllegalArgumentException("There is no clip “" + text + "”. There are: " + few(names) + ".");
        }
        List<String> which = found.stream()
                .map(one -> {
                    boolean alone = found.stream()
                                    .filter(o -> Math.abs(o.beat() - one.beat()) < 1e-3)
                                    .count()
                            == 1;
                    // Two at one place are told apart by their ids only.
                    return alone ? one.name() + " at " + session.timeline().printBars(one.beat()) : one.id();
                })
                .toList();
        throw new IllegalArgumentException(
                "There are " + found.size() + " clips “" + text + "”. Say which: " + few(which) + ".");
    }

    private static String few(List<String> names) {
        return String.join(", ", names.subList(0, Math.min(12, names.size()))) + (names.size() > 12 ? ", …" : "");
    }

    /**
     * The session after what the words say was done to a clip.
     *
     * @throws IllegalArgumentException in words for people if they say nothing that can be done
     */
    public static Session apply(Session session, String clip, String words) {
        String clean = words.strip().replaceAll("\\s+", " ");
        int space = clean.indexOf(' ');
        String act = (space < 0 ? clean : clean.substring(0, space)).toLowerCase(Locale.ROOT);
        String rest = space < 0 ? "" : clean.substring(space + 1).replaceFirst("^(to|at) ", "");
        Clip one = Clips.of(session, clip);
        return switch (act) {
            case "move" -> Clips.move(session, clip, Positions.in(session, rest));
            case "copy" -> Clips.copy(session, clip, Positions.in(session, rest))
                    .session();
            case "repeat" -> Clips.repeat(session, clip, Positions.in(session, rest));
            case "cut" -> Clips.cut(session, clip, Positions.in(session, rest)).session();
            case "resize" -> {
                String[] ends = rest.replaceAll(" to ", " ").split(" ");
                if (ends.length != 2) {
                    throw new IllegalArgumentException("Expected where it begins and ends, such as resize 9 13.");
                }
                yield Clips.resize(session, clip, Positions.in(session, ends[0]), Positions.in(session, ends[1]));
            }
            case "stretch" -> Clips.stretch(session, clip, beats(session, one, rest));
            case "loop" -> Clips.loop(session, clip, rest.equalsIgnoreCase("off") ? 0 : beats(session, one, rest));
            case "gain" -> AudioEdits.gain(session, clip, number(rest, "dB", "gain -6 dB"));
            case "fade" -> fade(session, clip, rest);
            case "keep" -> keep(session, clip, rest.toLowerCase(Locale.ROOT));
            case "rename" -> Clips.rename(session, clip, rest);
            case "remove" -> Clips.remove(session, clip);
            default -> throw new IllegalArgumentException(
                    "“" + act + "” is no act. Such as: " + String.join("; ", ACTS.subList(0, 6)) + "; …");
        };
    }

    private static double number(String text, String unit, String such) {
        String plain = text.replace('−', '-').replaceFirst("(?i) ?" + unit + "$", "");
        if (!plain.matches("[+-]?\\d{1,7}(\\.\\d{1,6})?")) {
            throw new IllegalArgumentException(
                    "“" + text + "” is no number of " + unit + ". Expected such as " + such + ".");
        }
        return Double.parseDouble(plain);
    }

    private static Session fade(Session session, String clip, String rest) {
        String lower = rest.toLowerCase(Locale.ROOT);
        boolean in = lower.startsWith("in ");
        if (!in && !lower.startsWith("out ")) {
            throw new IllegalArgumentException("A fade goes in or out, such as fade in 0.5 s.");
        }
        AudioPart part = AudioEdits.part(session, clip);
        double seconds = number(rest.substring(in ? 3 : 4), "s", "fade in 0.5 s");
        return AudioEdits.fades(session, clip, in ? seconds : part.fadeIn(), in ? part.fadeOut() : seconds);
    }

    private static Session keep(Session session, String clip, String rest) {
        String file = AudioEdits.part(session, clip).file();
        return switch (rest) {
            case "beats" -> AudioEdits.lock(session, clip, Lock.BEATS);
            case "seconds" -> AudioEdits.lock(session, clip, Lock.SECONDS);
            case "inside" -> AudioEdits.carry(session, file, true);
            case "outside" -> AudioEdits.carry(session, file, false);
            default -> throw new IllegalArgumentException(
                    "“" + rest + "”: a clip of audio keeps to beats or seconds, and its file inside or outside.");
        };
    }

    private static double beats(Session session, Clip clip, String text) {
        String[] parts = text.split(" ");
        boolean number = parts[0].matches("\\d{1,6}(\\.\\d{1,6})?");
        boolean bars = parts.length == 2 && parts[1].matches("bars?");
        if (!number || !bars && !(parts.length == 1 || parts.length == 2 && parts[1].matches("beats?"))) {
            throw new IllegalArgumentException("“" + text + "” is no length. Expected such as 8 bars, or 4 beats.");
        }
        double bar = session.timeline()
                .metre()
                .metreOfBar(session.timeline().metre().barAt(clip.beat() + 1e-6))
                .quartersInBar();
        return Double.parseDouble(parts[0]) * (bars ? bar : 1);
    }
}
