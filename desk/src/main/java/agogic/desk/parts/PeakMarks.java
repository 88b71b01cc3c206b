package agogic.desk.parts;

import agogic.core.audio.AudioFile;
import agogic.core.plan.PlacedAudio;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Timeline;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.formats.audio.Peaks;
import agogic.formats.audio.Pictures;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** The audio clips of a track as marks: from the least to the greatest sample of each pixel, the loudest of the track as high as the field. */
public final class PeakMarks {
    /** What is soft is drawn larger, at the most by so much: the loudest of the track fills the field then. */
    private static final double MOST = 16;

    private static final double FILLED = 0.92;

    private static final double LEAST = 0.4;

    private PeakMarks() {}

    /** True if a track plays audio. */
    public static boolean any(Track track) {
        return track.clips().stream().anyMatch(c -> c.audio().isPresent());
    }

    /** The clips over beats {@code from..to}; those whose picture is not known yet are left out. */
    public static List<Mark> of(
            Session session, Track track, double from, double to, EnvelopeMarks.Field field, Ink ink) {
        List<Mark> marks = new ArrayList<>();
        if (!any(track)) {
            return marks;
        }
        int pixels = (int) Math.ceil(field.width());
        double[] frames = new double[pixels + 1];
        Timeline timeline = session.timeline();
        for (int i = 0; i <= pixels; i++) {
            frames[i] = AudioFile.HEARD * timeline.secondsAt(from + (to - from) * i / field.width());
        }
        List<PlacedAudio> clips = PlacedAudio.of(session, track);
        double loudest = 0;
        for (PlacedAudio clip : clips) {
            double peak = Math.pow(10, session.audio(clip.file()).truePeak() / 20);
            loudest = Math.max(loudest, clip.factor() * peak);
        }
        double scale = Math.min(MOST, FILLED / Math.max(1e-6, loudest));
        for (PlacedAudio clip : clips) {
            AudioFile file = session.audio(clip.file());
            Optional<Peaks> peaks = Pictures.known(file);
            if (peaks.isPresent() && clip.ends() > frames[0] && clip.begins() < frames[pixels]) {
                clip(marks, clip, peaks.get(), scale, (double) file.rate() / AudioFile.HEARD, frames, field, ink);
            }
        }
        return marks;
    }

    private static void clip(
            List<Mark> marks,
            PlacedAudio clip,
            Peaks peaks,
            double scale,
            double ratio,
            double[] frames,
            EnvelopeMarks.Field field,
            Ink ink) {
        int n = frames.length - 1;
        double[] low = new double[n];
        double[] high = new double[n];
        double[] xs = new double[n];
        int count = 0;
        double[] part = new double[3];
        double middle = field.top() + field.height() / 2;
        double half = field.height() / 2 - 1;
        for (int i = 0; i < n; i++) {
            double first = Math.max(frames[i], clip.begins());
            double last = Math.min(frames[i + 1], clip.ends());
            if (!(last > first)) {
                continue;
            }
            long at = (long) first;
            double begin = clip.fileFrame(at);
            double factor = scale * clip.factorAt((long) ((first + last) / 2));
            boolean sounds = peaks.between(begin * ratio, (begin + last - first) * ratio, part);
            double top = sounds ? Math.min(1, Math.max(0, part[1]) * factor) : 0;
            double bottom = sounds ? Math.min(1, Math.max(0, -part[0]) * factor) : 0;
            xs[count] = field.left() + i + 0.5;
            high[count] = middle - Math.max(LEAST, top * half);
            low[count++] = middle + Math.max(LEAST, bottom * half);
        }
        if (count > 1) {
            double[] allX = new double[2 * count];
            double[] allY = new double[2 * count];
            for (int i = 0; i < count; i++) {
                allX[i] = xs[i];
                allY[i] = high[i];
                allX[2 * count - 1 - i] = xs[i];
                allY[2 * count - 1 - i] = low[i];
            }
            marks.add(new Mark.Path(Arrays.copyOf(allX, 2 * count), allY, ink, 0, true));
        }
    }
}
