package agogic.desk.acts;

import java.util.List;

/** The keys of an act: the usual ones, until somebody chooses others. All forms of an act share one. */
public final class Bound {
    private final List<Stroke> usual;
    private List<Stroke> now;

    Bound(List<Stroke> usual) {
        this.usual = List.copyOf(usual);
        now = this.usual;
    }

    /** Those that it has unless somebody chose others. */
    List<Stroke> usual() {
        return usual;
    }

    List<Stroke> now() {
        return now;
    }

    void choose(List<Stroke> others) {
        now = List.copyOf(others);
    }
}
