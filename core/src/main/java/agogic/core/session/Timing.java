package agogic.core.session;

import agogic.core.lane.Lane;
import agogic.core.time.Lock;
import agogic.core.time.Metre;
import agogic.core.time.MetreMap;
import agogic.core.time.Section;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Edits of what time is made of: sections, tempo, metre, length. */
public final class Timing {
    /** What is nearer than this is at one place, in quarter notes. */
    private static final double SAME = 1e-6;

    private static final int MOST_BARS = 100_000;

    private Timing() {}

    /**
     * With a section of this name from {@code beat} on; one that begins there is renamed.
     *
     * @throws IllegalArgumentException in words for people if the name is blank, or the beat not 0 to 1,000,000
     */
    public static Session section(Session session, double beat, String name) {
        List<Section> sections = new ArrayList<>(session.sections());
        sections.removeIf(s -> Math.abs(s.beat() - beat) < SAME);
        sections.add(new Section(name.strip(), beat));
        sections.sort(Comparator.comparingDouble(Section::beat));
        return session.changed(draft -> draft.sections = List.copyOf(sections));
    }

    /**
     * With the section that begins at {@code from} beginning at {@code to} instead; sections do not pass each other.
     *
     * @throws IllegalArgumentException if none begins there, or another lies between
     */
    public static Session moved(Session session, double from, double to) {
        List<Section> sections = new ArrayList<>(session.sections());
        int place = 0;
        while (place < sections.size() && Math.abs(sections.get(place).beat() - from) >= SAME) {
            place++;
        }
        if (place == sections.size()) {
            throw new IllegalArgumentException(
                    "No section begins at " + session.timeline().printBars(from) + ".");
        }
        boolean free = to >= 0
                && to < session.length()
                && (place == 0 || to > sections.get(place - 1).beat() + SAME)
                && (place + 1 == sections.size() || to < sections.get(place + 1).beat() - SAME);
        if (!free) {
            throw new IllegalArgumentException(
                    sections.get(place).name() + " stays between its neighbours: it cannot begin at "
                            + session.timeline().printBars(Math.max(0, to)) + ".");
        }
        sections.set(place, new Section(sections.get(place).name(), to));
        return session.changed(draft -> draft.sections = List.copyOf(sections));
    }

    /**
     * Without the section that begins at {@code beat}; what it named belongs to the one before.
     *
     * @throws IllegalArgumentException in words for people if no section begins there
     */
    public static Session withoutSection(Session session, double beat) {
        List<Section> left = session.sections().stream()
                .filter(s -> Math.abs(s.beat() - beat) >= SAME)
                .toList();
        if (left.size() == session.sections().size()) {
            throw new IllegalArgumentException(
                    "No section begins at " + session.timeline().printBars(beat) + ".");
        }
        return session.changed(draft -> draft.sections = left);
    }

    /**
     * With this tempo from {@code beat} on, where lanes that are locked to beats stretch and others do not.
     *
     * @param bpm quarter notes a minute, 1 to 1000
     * @param ramp true if it moves to the next tempo
     * @throws IllegalArgumentException in words for people if the range has no length or a tempo lies outside of what one can be
     */
    public static Session tempo(Session session, double beat, double bpm, boolean ramp) {
        List<TempoPoint> points = new ArrayList<>(session.timeline().tempo().points());
        points.removeIf(p -> Math.abs(p.beat() - beat) < SAME);
        points.add(new TempoPoint(beat < SAME ? 0 : beat, bpm, ramp));
        points.sort(Comparator.comparingDouble(TempoPoint::beat));
        return session.withTimeline(
                new Timeline(TempoMap.of(points), session.timeline().metre()));
    }

    /**
     * With a tempo from one place to another: steady, after which it is what it was there, or a ramp, after which the second
     * tempo goes on. What lay between goes.
     *
     * @param bpm at {@code from}, in quarter notes a minute
     * @param end at {@code to}; the same for a steady tempo
     * @throws IllegalArgumentException in words for people if the range has no length or a tempo lies outside of what one can be
     */
    public static Session tempo(Session session, double from, double to, double bpm, double end) {
        if (!(to > from + SAME)) {
            throw new IllegalArgumentException("The tempo ends before it begins.");
        }
        TempoMap before = session.timeline().tempo();
        boolean ramp = bpm != end;
        TempoPoint last = null;
        List<TempoPoint> points = new ArrayList<>();
        for (TempoPoint point : before.points()) {
            last = point.beat() <= to + SAME ? point : last;
            if (point.beat() < from - SAME || point.beat() > to + SAME) {
                points.add(point);
            }
        }
        boolean goesOn = last != null && last.ramp() && !ramp;
        points.add(new TempoPoint(from < SAME ? 0 : from, bpm, ramp));
        points.add(new TempoPoint(to, ramp ? end : before.bpmAt(to), goesOn));
        points.sort(Comparator.comparingDouble(TempoPoint::beat));
        return session.withTimeline(
                new Timeline(TempoMap.of(points), session.timeline().metre()));
    }

    /**
     * Without the tempo that begins at {@code beat}.
     *
     * @throws IllegalArgumentException in words for people if no tempo begins there, or it is the first
     */
    public static Session withoutTempo(Session session, double beat) {
        List<TempoPoint> left = session.timeline().tempo().points().stream()
                .filter(p -> Math.abs(p.beat() - beat) >= SAME)
                .toList();
        if (beat < SAME) {
            throw new IllegalArgumentException("The first tempo stays: a piece needs one. Type another instead.");
        }
        if (left.size() == session.timeline().tempo().points().size()) {
            throw new IllegalArgumentException(
                    "No tempo begins at " + session.timeline().printBars(beat) + ".");
        }
        return session.withTimeline(
                new Timeline(TempoMap.of(left), session.timeline().metre()));
    }

    /**
     * With this metre from {@code bar} (1 or more) on. Nothing moves; only the bars are counted otherwise.
     *
     * @throws IllegalArgumentException in words for people if there is no such metre
     */
    public static Session metre(Session session, int bar, int beatsInBar, int beatUnit) {
        List<Metre> metres = new ArrayList<>(session.timeline().metre().metres());
        metres.removeIf(m -> m.bar() == bar);
        metres.add(new Metre(bar, beatsInBar, beatUnit));
        return metred(session, metres);
    }

    /**
     * Without the metre that begins with {@code bar}.
     *
     * @throws IllegalArgumentException in words for people if no metre begins there, or it is the first
     */
    public static Session withoutMetre(Session session, int bar) {
        if (bar == 1) {
            throw new IllegalArgumentException("The first metre stays: a piece needs one. Type another instead.");
        }
        List<Metre> metres = new ArrayList<>(session.timeline().metre().metres());
        if (!metres.removeIf(m -> m.bar() == bar)) {
            throw new IllegalArgumentException("No metre begins with bar " + bar + ".");
        }
        return metred(session, metres);
    }

    private static Session metred(Session session, List<Metre> metres) {
        metres.sort(Comparator.comparingInt(Metre::bar));
        return session.withTimeline(new Timeline(session.timeline().tempo(), new MetreMap(metres)));
    }

    /**
     * So many bars long. What lies beyond stays in the piece, and is not played.
     *
     * @throws IllegalArgumentException in words for people if it is not 1 to 100,000 bars, or shorter than what is in it
     */
    public static Session length(Session session, int bars) {
        if (bars < 1 || bars > MOST_BARS) {
            throw new IllegalArgumentException("A piece has 1 to 100,000 bars, not " + bars + ".");
        }
        double length = session.timeline().metre().beatOfBar(bars + 1);
        return session.changed(draft -> draft.length = length);
    }

    /** Which lanes stretch with the beats when the tempo changes, and which stay in seconds: a sentence. */
    public static String stretching(Session session) {
        List<Lane> playing = session.lanes().stream().filter(Lane::plays).toList();
        if (playing.isEmpty()) {
            return "No lane has points yet.";
        }
        List<String> stretch = names(session, playing, Lock.BEATS);
        List<String> stay = names(session, playing, Lock.SECONDS);
        return (stretch.isEmpty() ? "No lane stretches" : "With the beats stretch " + listed(stretch))
                + (stay.isEmpty() ? "; none stays in seconds." : "; in seconds stay " + listed(stay) + ".");
    }

    private static List<String> names(Session session, List<Lane> lanes, Lock lock) {
        return lanes.stream()
                .filter(l -> l.lock() == lock)
                .map(l -> TargetName.of(session, l.target()))
                .toList();
    }

    private static String listed(List<String> names) {
        String first = String.join(", ", names.subList(0, Math.min(4, names.size())));
        return names.size() > 4 ? first + " and " + (names.size() - 4) + " more" : first;
    }
}
