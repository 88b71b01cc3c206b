package agogic.core.check;

import agogic.core.edit.layer.Layers;
import agogic.core.lane.Extent;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** Findings about the layers of a lane: silenced ones, those that are never heard, clips of which one covers the other. */
final class LayerCheck {
    private final Session session;
    private final Lane lane;
    private final List<Finding> findings = new ArrayList<>();

    private LayerCheck(Session session, Lane lane) {
        this.session = session;
        this.lane = lane;
    }

    static List<Finding> of(Session session, Lane lane) {
        LayerCheck check = new LayerCheck(session, lane);
        for (int i = 0; i < lane.layers().size(); i++) {
            check.layer(i);
        }
        return check.findings;
    }

    private void layer(int index) {
        Layer layer = lane.layer(index);
        Target target = lane.target();
        String name = TargetName.of(session, target) + ": the layer “" + Layers.name(session, layer) + "”";
        if (!layer.on() && !layer.envelope().isEmpty()) {
            add(
                    Finding.Kind.SILENCED,
                    name + " is silenced.",
                    "Let it be heard",
                    s -> Layers.switched(s, target, index, true));
        } else if (index > 0 && never(layer)) {
            add(
                    Finding.Kind.UNHEARD,
                    name
                            + (layer.envelope().isEmpty()
                                    ? " is empty."
                                    : layer.offset()
                                            ? " adds nothing anywhere."
                                            : " has no points in the audible part of its clip."),
                    "Remove it",
                    s -> Layers.remove(s, target, index));
        } else if (layer.inClip() && !layer.offset() && layer.plays()) {
            covered(index, name);
        }
    }

    private boolean never(Layer layer) {
        boolean nothing = layer.envelope().isEmpty()
                || layer.offset()
                        && layer.envelope().points().stream()
                                .allMatch(p -> p.value() == Layer.NO_OFFSET
                                        && !p.shape().kind().wave());
        if (nothing || !layer.inClip()) {
            return nothing;
        }
        Clip clip = session.clip(layer.clip()).orElseThrow();
        List<Extent> extents = layer.extents();
        return !layer.offset()
                && clip.turns().stream().noneMatch(turn -> extents.stream()
                        .anyMatch(e -> e.from() < turn.to() && turn.from() < e.to()));
    }

    /** Says which clip lies over this one, where both have a say. */
    private void covered(int index, String name) {
        Clip clip = session.clip(lane.layer(index).clip()).orElseThrow();
        for (int i = index + 1; i < lane.layers().size(); i++) {
            Layer over = lane.layer(i);
            Clip other = over.inClip() ? session.clip(over.clip()).orElseThrow() : null;
            boolean covers = other != null
                    && !over.offset()
                    && over.plays()
                    && other.beat() < clip.end() - Clip.SAME
                    && clip.beat() < other.end() - Clip.SAME;
            if (covers) {
                add(
                        Finding.Kind.OVERLAID,
                        name + " is not heard where " + Layers.clip(session, other.id()) + " lies over its clip.",
                        "Move one of the clips",
                        null);
                return;
            }
        }
    }

    private void add(Finding.Kind kind, String sentence, String mend, UnaryOperator<Session> change) {
        findings.add(new Finding(
                kind, lane.target().device(), Optional.of(lane.target()), sentence, mend, Optional.ofNullable(change)));
    }
}
