package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.model.Desk;
import agogic.desk.model.View;
import agogic.desk.start.NewPiece;
import agogic.standins.comet.SlowComet;
import java.lang.ref.WeakReference;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A piece that another took the place of is held by nothing any more: who opens many in one window has only the last. */
class PieceGoesTest extends WindowTest {
    @Override
    Session session() {
        return SlowComet.session();
    }

    @Test
    void aPieceGoesWhenAnotherIsShown() {
        List<WeakReference<Desk>> earlier = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            for (View view : View.values()) {
                interact(() -> desk().selection().viewProperty().set(view));
            }
            earlier.add(new WeakReference<>(desk()));
            String name = "Piece " + i;
            interact(() -> window().show(NewPiece.empty(name, 120, 4, 4, 16), null, false));
        }
        interact(() -> window().start(false));
        int tries = 0;
        do {
            // Whatever was still to be done for it is done, and the next collection finds nothing that holds it.
            sleep(100);
            System.gc();
        } while (++tries < 100 && earlier.stream().anyMatch(one -> one.get() != null));
        assertThat(earlier).allMatch(one -> one.get() == null);
    }
}
