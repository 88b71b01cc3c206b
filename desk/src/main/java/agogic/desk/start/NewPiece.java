package agogic.desk.start;

import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.formats.bring.Beginning;
import agogic.standins.sound.StandIns;
import agogic.standins.surfaces.DemoSurfaces;
import java.util.List;

/** Pieces that are begun here: something to hear and something to ride with is there from the first moment. */
public final class NewPiece {
    private static final int MOST_BARS = 2_000;

    private NewPiece() {}

    /** What every piece begins with: plain voices for its notes, and the surface that can be moved without hardware. */
    public static Beginning beginning() {
        return new Beginning(StandIns::plainKeys, StandIns::levelPan, List.of(DemoSurfaces.plainEight()));
    }

    /**
     * A piece without a note.
     *
     * @param bpm 1 to 1000
     * @param bars 1 to 2,000
     * @throws IllegalArgumentException with words for people
     */
    public static Session empty(String name, double bpm, int beatsInBar, int beatUnit, int bars) {
        if (name.isBlank()) {
            throw new IllegalArgumentException("A piece needs a name.");
        }
        if (bars < 1 || bars > MOST_BARS) {
            throw new IllegalArgumentException("A new piece has 1 to 2,000 bars, not " + bars + ".");
        }
        Timeline timeline = new Timeline(TempoMap.steady(bpm), MetreMap.steady(beatsInBar, beatUnit));
        double length = timeline.metre().beatOfBar(bars + 1);
        double looped = timeline.metre().beatOfBar(Math.min(bars, 4) + 1);
        return new Session(
                name.strip(),
                "",
                timeline,
                length,
                List.of(),
                new Loop(0, looped, false),
                List.of(new Track("track-1", "Track 1", false, 1, List.of("track-1-sound"), List.of())),
                List.of(StandIns.plainKeys("track-1-sound").named("track-1-sound", "Plain Keys · Track 1")),
                beginning().surfaces(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }
}
