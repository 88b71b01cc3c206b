package agogic.core.assign;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.Pieces;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.session.Session;
import agogic.core.surface.Page;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class SurfaceEditsTest {
    private final Session session = Pieces.of(Pieces.device(Pieces.percents(4), 4));

    private static Session tie(Session s, int fader, int page, String parameter) {
        return Assigning.connect(s, new Hand("s", "fader-" + fader, page), Pieces.target(parameter), Assigning.How.ADD);
    }

    private static List<String> pages(Session s) {
        return s.surface("s").pages().stream().map(Page::name).toList();
    }

    @Test
    void pagesComeAndGoWithWhatIsOnThem() {
        Session s = SurfaceEdits.addPage(SurfaceEdits.addPage(session, "s"), "s");
        assertThat(pages(s)).containsExactly("A", "B", "C");
        s = tie(tie(tie(s, 1, 0, "p1"), 1, 2, "p2"), 2, 3, "p3");
        s = SurfaceEdits.renamePage(s, "s", 3, " Wash ");
        Session less = SurfaceEdits.removePage(s, "s", 2);
        assertThat(pages(less)).containsExactly("A", "Wash");
        assertThat(less.routes())
                .extracting(r -> r.hand().orElseThrow())
                .containsExactly(new Hand("s", "fader-1"), new Hand("s", "fader-2", 2));
        assertThat(pages(SurfaceEdits.addPage(less, "s"))).containsExactly("A", "Wash", "B");
        assertThatThrownBy(() -> SurfaceEdits.removePage(session, "s", 1)).hasMessageContaining("one page only");
        Session twice = s;
        assertThatThrownBy(() -> SurfaceEdits.renamePage(twice, "s", 2, "a"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasNoCause();
    }

    @Test
    void aButtonTurnsToOnePageOnly() {
        Session s = SurfaceEdits.addPage(session, "s");
        s = SurfaceEdits.pageButton(s, "s", 1, Optional.of("fader-4"));
        s = SurfaceEdits.pageButton(s, "s", 2, Optional.of("fader-4"));
        assertThat(s.surface("s").pages())
                .extracting(Page::button)
                .containsExactly(Optional.empty(), Optional.of("fader-4"));
        Session gone = SurfaceEdits.removeControl(s, new Hand("s", "fader-4"));
        assertThat(gone.surface("s").pages()).extracting(Page::button).containsOnly(Optional.empty());
        assertThat(gone.surface("s").controls()).hasSize(3);
    }

    @Test
    void aSurfaceGoesWithItsRoutesButNotWhileARideNeedsIt() {
        Session s = Pieces.drawn(tie(tie(session, 1, 0, "p1"), 2, 0, "p2"), "p1", 0, 0.5);
        Session gone = SurfaceEdits.remove(s, "s");
        assertThat(gone.surfaces()).isEmpty();
        assertThat(gone.routes()).hasSize(1).allMatch(r -> r.hand().isEmpty());

        double[] way = {0, 1};
        Ride ride = new Ride("ride-1", new Hand("s", "fader-1"), 0, 0, 1, way, way, way);
        Session ridden = s.with(ride);
        assertThatThrownBy(() -> SurfaceEdits.remove(ridden, "s")).hasMessageContaining("made 1 ride of this piece");
        assertThat(SurfaceEdits.removeControl(ridden, new Hand("s", "fader-2")).routes())
                .hasSize(1);
    }
}
