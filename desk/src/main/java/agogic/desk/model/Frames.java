package agogic.desk.model;

import agogic.core.play.LiveState;
import agogic.core.play.Playing;
import java.util.ArrayList;
import java.util.List;

/** The moment that is shown: what plays, all of one time, and who paints it. Used by the window's thread. */
public final class Frames {
    private final List<Runnable> painters = new ArrayList<>();
    private volatile Playing playing;

    Frames(Playing first) {
        playing = first;
    }

    /** What plays, all of one moment: that of the last frame. */
    public Playing playing() {
        return playing;
    }

    /** What is so, of the last frame. */
    public LiveState state() {
        return playing.live();
    }

    /** Calls {@code painter} with every frame of the window. */
    public void onFrame(Runnable painter) {
        painters.add(painter);
    }

    void next(Playing now) {
        playing = now;
    }

    void paint() {
        painters.forEach(Runnable::run);
    }
}
