package agogic.core.edit.clip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.score.Clip;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A clip is found by what somebody calls it, and where that is several, only those are told. */
class ClipWordsTest {
    private static Clip clip(String id, String name, double beat) {
        return new Clip(name, beat, 4, List.of(), List.of(), List.of()).called(id);
    }

    private static final Session PIECE = new Session(
            "Piece",
            "",
            new Timeline(TempoMap.of(List.of(new TempoPoint(0, 120, false))), MetreMap.steady(4, 4)),
            64,
            List.of(),
            new Loop(0, 64, false),
            List.of(
                    new Track("a", "Bells", false, 1, List.of(), List.of(clip("x", "Bell", 0), clip("y", "Bell", 8))),
                    new Track("b", "Glass", false, 2, List.of(), List.of(clip("z", "Pane", 8), clip("w", "Bell", 8)))),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of());

    @Test
    void byNamePlaceOrId() {
        assertThat(ClipWords.find(PIECE, "pane")).isEqualTo("z");
        assertThat(ClipWords.find(PIECE, "Bell at 1")).isEqualTo("x");
        assertThat(ClipWords.find(PIECE, "y")).isEqualTo("y");
    }

    @Test
    void severalAreToldApart() {
        assertThatThrownBy(() -> ClipWords.find(PIECE, "Bell"))
                .hasMessage("There are 3 clips “Bell”. Say which: Bell at 1.1.00, y, w.");
        assertThatThrownBy(() -> ClipWords.find(PIECE, "Bell at 3"))
                .hasMessage("There are 2 clips “Bell at 3”. Say which: y, w.");
    }

    @Test
    void noneIsToldWithAllThatThereAre() {
        assertThatThrownBy(() -> ClipWords.find(PIECE, "Horn"))
                .hasMessage("There is no clip “Horn”. There are: Bell at 1.1.00, Bell at 3.1.00, Pane at 3.1.00, "
                        + "Bell at 3.1.00.");
    }
}
