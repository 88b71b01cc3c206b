package agogic.desk.loudness;

import agogic.core.audio.AudioFile;
import agogic.core.audio.LoudnessCurve;
import agogic.core.audio.LoudnessMeter;
import agogic.core.edit.points.LoudnessDraft;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.formats.audio.WholeFeed;
import agogic.standins.sound.HowLoud;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.DoubleConsumer;

/** Measures how loud something of a piece is, and drafts a level from it; in words. Takes a while: not for the window's thread. */
public final class TrackLoudness {
    private TrackLoudness() {}

    /**
     * How loud a track is, or all.
     *
     * @param track its id; empty for all together
     * @throws IOException if a file of audio cannot be read
     */
    public static HowLoud of(Session session, String track) throws IOException {
        return of(session, track, part -> {});
    }

    /**
     * As {@link #of(Session, String)}; {@code progress} is told how far it is, 0 to 1, and may throw to end it.
     *
     * @throws IOException if a file of audio cannot be read
     */
    public static HowLoud of(Session session, String track, DoubleConsumer progress) throws IOException {
        List<AudioFile> missing = new ArrayList<>();
        try (WholeFeed feed = new WholeFeed(session.audio(), missing)) {
            return HowLoud.of(session, track, feed, progress);
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /**
     * All together, by an empty name, and each track and bus, by its id: played once.
     *
     * @throws IOException if a file of audio cannot be read
     */
    public static Map<String, HowLoud> each(Session session) throws IOException {
        try (WholeFeed feed = new WholeFeed(session.audio(), new ArrayList<>())) {
            return HowLoud.each(session, feed, part -> {});
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /** {@code −18.2 LUFS, range 6.1 LU, loudest 3 s −14.0 LUFS, true peak −3.1 dBTP}. */
    public static String words(HowLoud heard) {
        LoudnessCurve curve = heard.curve();
        if (curve.integrated() <= LoudnessMeter.SILENT) {
            return "nothing above −70 LUFS";
        }
        return String.format(
                        Locale.ROOT,
                        "%.1f LUFS, range %.1f LU, loudest 3 s %.1f LUFS, true peak %.1f dBTP",
                        curve.integrated(),
                        curve.range(),
                        curve.greatestShortTerm(),
                        heard.truePeak())
                .replace('-', '−');
    }

    /**
     * A level drafted, and measured again as it is heard then.
     *
     * @param drafted by computation
     * @param before as it was heard
     * @param after as it is heard with the draft
     */
    public record Draft(LoudnessDraft.Drafted drafted, HowLoud before, HowLoud after) {
        /** What was done, for people. */
        public String words(double target) {
            return TrackLoudness.words(drafted, before.curve(), after.curve(), target);
        }
    }

    /** What a draft does, for people: before, and with it. */
    public static String words(
            LoudnessDraft.Drafted drafted, LoudnessCurve before, LoudnessCurve after, double target) {
        int phrases = drafted.phrases().size();
        String held = drafted.held() == 0
                ? ""
                : String.format(
                        Locale.ROOT,
                        " For %.1f s the level is at the end of its travel: a lower target needs less.",
                        drafted.held() * LoudnessCurve.STEP);
        String points = drafted.points() == 0 ? "" : "; " + drafted.points() + " points in a layer of its own";
        return String.format(
                                Locale.ROOT,
                                "%d %s, on average %.1f LU from %.1f LUFS, now %.1f; all %.1f LUFS, now %.1f",
                                phrases,
                                phrases == 1 ? "phrase" : "phrases",
                                drafted.spread(before, target),
                                target,
                                drafted.spread(after, target),
                                before.integrated(),
                                after.integrated())
                        .replace('-', '−')
                + points + "." + held;
    }

    /**
     * Drafts the level of a track's device from how loud the track is.
     *
     * @param tolerance in dB, of the envelope
     * @throws IllegalArgumentException if it cannot be, with words for people
     */
    public static Draft draft(Session session, Target target, LoudnessDraft.Wanted wanted, double tolerance)
            throws IOException {
        String track = session.trackOf(target.device())
                .map(Track::id)
                .orElseThrow(() -> new IllegalArgumentException(
                        session.parameter(target).name() + " acts on no track: there is nothing to measure."));
        Session plain = LoudnessDraft.without(session, target);
        HowLoud before = of(plain, track);
        LoudnessDraft.Drafted drafted = LoudnessDraft.of(plain, target, before.curve(), wanted, tolerance);
        return new Draft(drafted, before, of(drafted.session(), track));
    }
}
