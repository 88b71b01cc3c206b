package agogic.core.score;

import agogic.core.audio.AudioPart;
import agogic.core.text.Text;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A part of a track: notes, dynamics and layers of its own, which go where it goes. Its content has a time of its own, in
 * quarter notes: at beat β of the piece it is {@code c = offset + speed·(β − beat)}, taken modulo {@code cycle} if it
 * repeats.
 *
 * @param id unique within the session; empty until its track gives it one
 * @param name for people
 * @param beat where it begins in the piece, 0 or more
 * @param length how long it is in the piece, in quarter notes
 * @param offset the content time with which it begins
 * @param speed quarter notes of content in a quarter note of the piece, above 0
 * @param cycle how much content is repeated, in quarter notes; 0 if it does not repeat
 * @param notes in content time
 * @param dynamics marks that say how loud, in content time
 * @param hairpins ways from mark to mark, in content time
 * @param audio what it plays of an audio file, which has a time of its own: seconds
 */
@RecordBuilder
public record Clip(
        String id,
        String name,
        double beat,
        double length,
        double offset,
        double speed,
        double cycle,
        List<Note> notes,
        List<Dynamic> dynamics,
        List<Hairpin> hairpins,
        Optional<AudioPart> audio)
        implements ClipBuilder.With {
    /** Two moments nearer than this are one, in quarter notes. */
    public static final double SAME = 1e-9;

    /** A clip repeats so often at the most. */
    private static final int MOST_TURNS = 10_000;

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Clip {
        notes = List.copyOf(notes);
        dynamics = List.copyOf(dynamics);
        hairpins = List.copyOf(hairpins);
        Text.sound("The id of a clip", id);
        Text.sound("A clip", name);
        if (!(beat >= 0 && beat <= 1e6) || !(length > 0 && length <= 1e6)) {
            throw new IllegalArgumentException(
                    "The clip " + name + " needs a beat from 0 and a length, at most 1,000,000 beats each.");
        }
        if (!(offset >= 0 && offset <= 1e6) || !(speed >= 1.0 / 64 && speed <= 64)) {
            throw new IllegalArgumentException("The clip " + name
                    + " begins 0 to 1,000,000 beats into its content and goes a 64th to 64 times as fast as it was.");
        }
        if (!(cycle >= 0 && cycle <= 1e6) || cycle > 0 && !(length * speed / cycle <= MOST_TURNS)) {
            throw new IllegalArgumentException(
                    "The clip " + name + " repeats 10,000 times at most, so what it repeats cannot be that short.");
        }
        if (audio.isPresent() && speed != 1) {
            throw new IllegalArgumentException("The clip " + name + " plays audio, which never stretches.");
        }
    }

    /**
     * A clip at the beginning of its content, as fast as it is, that does not repeat.
     *
     * @throws IllegalArgumentException in words for people if the beat is not 0 to 1,000,000, or the length not above
     *     0
     */
    public Clip(
            String name, double beat, double length, List<Note> notes, List<Dynamic> dynamics, List<Hairpin> hairpins) {
        this("", name, beat, length, 0, 1, 0, notes, dynamics, hairpins, Optional.empty());
    }

    /**
     * A clip whose score says nothing of how loud it is.
     *
     * @throws IllegalArgumentException in words for people if the beat is not 0 to 1,000,000, or the length not above
     *     0
     */
    public Clip(String name, double beat, double length, List<Note> notes) {
        this(name, beat, length, notes, List.of(), List.of());
    }

    /**
     * With this audio, or without any.
     *
     * @throws IllegalArgumentException in words for people if it is stretched and would play audio
     */
    public Clip with(Optional<AudioPart> newAudio) {
        return withAudio(newAudio);
    }

    /**
     * This clip by another id.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in it
     */
    public Clip called(String newId) {
        return withId(newId);
    }

    /** With these notes and marks. */
    public Clip with(List<Note> newNotes, List<Dynamic> newDynamics, List<Hairpin> newHairpins) {
        return with().notes(newNotes)
                .dynamics(newDynamics)
                .hairpins(newHairpins)
                .build();
    }

    /**
     * This clip with another name.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in it
     */
    public Clip named(String newName) {
        return withName(newName);
    }

    /**
     * This clip, begun somewhere else in a piece: its audio goes on for as many seconds as before.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 1,000,000
     */
    public Clip at(double newBeat, Timeline timeline) {
        return audio.isEmpty() ? at(newBeat) : lying(newBeat, beats(newBeat, seconds(timeline), timeline), offset);
    }

    /**
     * This clip at another tempo: audio keeps its seconds, and its place in the beats or in time.
     *
     * @throws IllegalArgumentException in words for people if it would begin behind 1,000,000 quarter notes
     */
    public Clip retimed(Timeline before, Timeline after) {
        if (audio.isEmpty()) {
            return this;
        }
        double begins = audio.get().lock() == Lock.BEATS ? beat : after.beatAt(before.secondsAt(beat));
        return lying(begins, beats(begins, seconds(before), after), offset);
    }

    /** How long it lasts, in seconds. */
    public double seconds(Timeline timeline) {
        return timeline.secondsAt(end()) - timeline.secondsAt(beat);
    }

    private static double beats(double begins, double seconds, Timeline timeline) {
        return timeline.beatAt(timeline.secondsAt(begins) + seconds) - begins;
    }

    /**
     * This clip, begun somewhere else.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 1,000,000
     */
    public Clip at(double newBeat) {
        return withBeat(newBeat);
    }

    /**
     * This clip, lying elsewhere in its content.
     *
     * @throws IllegalArgumentException in words for people if the length is not above 0, or the beginning or the offset below it
     */
    public Clip lying(double newBeat, double newLength, double newOffset) {
        return with().beat(newBeat).length(newLength).offset(newOffset).build();
    }

    /**
     * This clip so long, in quarter notes above 0, and so fast, a 64th to 64.
     *
     * @throws IllegalArgumentException in words for people if it plays audio, or one of them is not so
     */
    public Clip stretched(double newLength, double newSpeed) {
        return with().length(newLength).speed(newSpeed).build();
    }

    /**
     * This clip repeating {@code newCycle} quarter notes of its content; 0 for not at all.
     *
     * @throws IllegalArgumentException in words for people if it is below 0, or so short that it would repeat more than 10,000 times
     */
    public Clip repeating(double newCycle) {
        return withCycle(newCycle);
    }

    /** Where it ends in the piece, in quarter notes. */
    public double end() {
        return beat + length;
    }

    /** True if it lies over {@code at} of the piece; its end belongs to it no more. */
    public boolean covers(double at) {
        return at > beat - SAME && at < beat + length - SAME;
    }

    /** Content time at beat {@code at} of the piece. */
    public double contentAt(double at) {
        return folded(running(at));
    }

    /** Content time at beat {@code at} as it would run on without repeating. */
    public double running(double at) {
        return offset + speed * (at - beat);
    }

    private double folded(double content) {
        if (cycle <= 0) {
            return content;
        }
        double inside = content - turnAt(content);
        return cycle - inside < SAME ? 0 : inside;
    }

    /** Where a time of one of its layers lies in the piece: a beat, in its first turn. */
    public double beatOfLayer(double time) {
        return beatOf(time + turnAt(offset()));
    }

    /** The time of one of its layers at a beat of the piece in its first turn: the other way of {@link #beatOfLayer}. */
    public double layerTimeOf(double at) {
        return (at - beat) * speed + offset - turnAt(offset);
    }

    /** The beat of the piece at which content that runs on comes to {@code running}. */
    public double beatOf(double running) {
        return beat + (running - offset) / speed;
    }

    /** The beats of the piece at which its content is at {@code content}, in order; none outside the clip. */
    public List<Double> beatsOf(double content) {
        List<Double> beats = new ArrayList<>();
        if (cycle <= 0) {
            beats.add(beatOf(content));
        } else if (content >= 0 && content < cycle) {
            for (double turn = Math.floor(offset / cycle); beatOf(content + turn * cycle) < end(); turn++) {
                beats.add(beatOf(content + turn * cycle));
            }
        }
        beats.removeIf(b -> b < beat - SAME || b >= end() - SAME);
        return beats;
    }

    /**
     * One time through the content.
     *
     * @param from where in the content it begins
     * @param to where it ends
     * @param shift how far content that runs on has come where this turn's is 0
     */
    public record Turn(double from, double to, double shift) {}

    /** The turns that it takes through its content: one, if it does not repeat. */
    public List<Turn> turns() {
        double last = running(end());
        if (cycle <= 0) {
            return List.of(new Turn(offset, last, 0));
        }
        List<Turn> turns = new ArrayList<>();
        for (double shift = cycle * Math.floor(offset / cycle + SAME); shift < last - SAME; shift += cycle) {
            turns.add(new Turn(Math.max(0, offset - shift), Math.min(cycle, last - shift), shift));
        }
        return turns;
    }

    /** Where the turn begins in which content that runs on is at {@code running}; 0 if it does not repeat. */
    public double turnAt(double running) {
        return cycle > 0 ? cycle * Math.floor(running / cycle) : 0;
    }

    /** True if its content is played as it is written. */
    private boolean plain() {
        return offset == 0 && speed == 1 && cycle == 0;
    }

    /**
     * What is played, as a clip whose content begins with it and does not repeat: what lies outside is left out, and a note
     * that reaches beyond an edge is cut there.
     */
    public Clip unrolled() {
        if (plain()) {
            return this;
        }
        List<Note> played = new ArrayList<>();
        List<Dynamic> marks = new ArrayList<>();
        List<Hairpin> ways = new ArrayList<>();
        for (Turn turn : turns()) {
            double shift = turn.shift;
            double from = turn.from + shift;
            double to = turn.to + shift;
            notes.forEach(note -> {
                double begins = Math.max(from, note.beat() + shift);
                double ends = Math.min(to, note.beat() + shift + note.length());
                boolean sounds = note.beat() + shift < to - SAME && ends - begins > SAME;
                if (sounds && (cycle <= 0 || note.beat() < cycle)) {
                    double at = Math.max(0, (begins - offset) / speed);
                    played.add(new Note(at, (ends - begins) / speed, note.pitch(), note.velocity(), note.release()));
                }
            });
            Dynamic before = null;
            for (Dynamic one : dynamics) {
                double at = one.beat() + shift;
                if (at >= from - SAME && at < to - SAME) {
                    marks.add(new Dynamic(Math.max(0, (at - offset) / speed), one.level(), one.mark()));
                } else if (at < from) {
                    before = one;
                }
            }
            if (before != null && from == offset) {
                marks.add(0, new Dynamic(0, before.level(), before.mark()));
            }
            hairpins.forEach(one -> {
                double begins = Math.max(from, one.from() + shift);
                double ends = Math.min(to, one.to() + shift);
                if (ends - begins > SAME) {
                    ways.add(
                            new Hairpin(Math.max(0, (begins - offset) / speed), (ends - offset) / speed, one.louder()));
                }
            });
        }
        marks.sort((a, b) -> Double.compare(a.beat(), b.beat()));
        return new Clip(id, name, beat, length, 0, 1, 0, played, marks, ways, audio);
    }
}
