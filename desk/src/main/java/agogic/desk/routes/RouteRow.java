package agogic.desk.routes;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.LiveState;
import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.desk.acts.Here;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.draw.Painter;
import agogic.desk.draw.Palette;
import agogic.desk.model.Desk;
import agogic.desk.model.LanePlace;
import agogic.desk.model.LiveTrails;
import agogic.desk.parts.EnvelopeMarks;
import agogic.desk.parts.SocketMark;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;

/** One route on the screen: drawn wire, words, value and mode. Reused for whatever route its place in the list shows. */
public final class RouteRow extends Region {
    private static final long LIT_NANOS = 1_500_000_000L;
    private static final long STOP_NANOS = 12_000_000_000L;
    /** A mark of a stop reaches so far over the edge of the envelope. */
    private static final double OVER = 12;
    /** How wide the drawn sound is, with the wire before it. */
    private static final double SOUND_MARK = 90;

    private static final long READ_NANOS = 90_000_000L;
    /** How wide a value in figures is at its longest, in pixels. */
    private static final double VALUE = 92;

    private final Desk desk;
    /** The envelope: drawn anew when the session or the time that is shown changes. */
    private final Canvas canvas = new Canvas();

    /** Hand and span on the left, the sound on the right: drawn anew with every move. */
    private final Canvas left = new Canvas();

    private final Canvas right = new Canvas();
    private final Label handName = new Label();
    private final Label handSub = new Label();
    private final Label spanTop = new Label();
    private final Label spanBottom = new Label();
    private final Label soundName = new Label();
    private final Label soundSub = new Label();
    private final Label value = new Label();
    private final ModeMenu mode;

    private final Region here;
    private Route route;
    private Session shown;
    private Envelope outlined;
    private EnvelopeOutline outline;
    private long drawn;
    private long drawnLeft;
    private long drawnRight;
    private long readAt;

    RouteRow(Desk desk) {
        this.desk = desk;
        handName.getStyleClass().add("strong");
        handSub.getStyleClass().addAll("quiet", "small");
        spanTop.getStyleClass().addAll("quiet", "small");
        spanBottom.getStyleClass().addAll("quiet", "small");
        soundName.getStyleClass().add("strong");
        soundSub.getStyleClass().addAll("quiet", "small");
        value.getStyleClass().add("value");
        value.setAlignment(Pos.CENTER_RIGHT);
        mode = new ModeMenu(desk.editing(), desk.riding(), () -> route);
        left.setMouseTransparent(true);
        right.setMouseTransparent(true);
        getChildren()
                .addAll(canvas, left, right, handName, handSub, spanTop, spanBottom, soundName, soundSub, value, mode);
        // A value that changes all the time is no reason to lay out the whole list.
        value.setManaged(false);
        RowHand pointer = new RowHand(
                desk.editing(),
                desk.notices(),
                desk.selection(),
                desk.frames(),
                desk.standing(),
                desk.time(),
                canvas,
                () -> route,
                this::frame);
        Here.on(this, pointer::subject);
        here = Here.mark(this);
        getChildren().add(here);
    }

    /** Shows the same route after an edit; false if nothing that the row shows was changed. */
    boolean showAgain(Route now) {
        Session session = desk.editing().session();
        boolean same = shown != null
                && now == route
                && session.lane(now.target()) == shown.lane(now.target())
                && session.device(now.target().device())
                        == shown.device(now.target().device())
                && session.surfaces() == shown.surfaces()
                && session.tracks() == shown.tracks()
                && session.audio() == shown.audio()
                && session.macros() == shown.macros()
                && session.timeline() == shown.timeline()
                && session.sections() == shown.sections()
                && session.length() == shown.length()
                && mode.shows(now);
        if (same) {
            shown = session;
            return false;
        }
        show(now);
        return true;
    }

    /** Shows a route of the session. */
    public void show(Route newRoute) {
        route = newRoute;
        shown = desk.editing().session();
        Parameter parameter = shown.parameter(route.target());
        Hand hand = route.hand().orElse(null);
        handName.setText(hand == null ? "No control" : shown.control(hand).name());
        handSub.setText(
                hand == null
                        ? desk.editing()
                                        .session()
                                        .lane(route.target())
                                        .stretches()
                                        .isEmpty()
                                ? "drawn by hand"
                                : "from a ride"
                        : (hand.page() > 0
                                        ? shown.surface(hand.surface()).pageName(hand.page())
                                        : shortAddress(shown.control(hand).address()))
                                + " · " + shown.surface(hand.surface()).name());
        boolean steps = parameter.stepped();
        boolean round = route.span().from() > route.span().to();
        double top = Math.max(route.span().from(), route.span().to());
        double bottom = Math.min(route.span().from(), route.span().to());
        spanTop.setText(steps ? parameter.positions().size() + " steps" : parameter.print(top));
        spanBottom.setText(steps ? "" : parameter.print(bottom) + (round ? " ↻" : ""));
        soundName.setText(parameter.name());
        var device = shown.device(route.target().device());
        int socket = device.socketOf(parameter.id());
        soundSub.setText(
                macro()
                        ? members()
                        : device.name()
                                + (socket > 0
                                        ? " · socket " + socket
                                        : " · "
                                                + SocketMark.of(device, parameter.id())
                                                        .word()));
        mode.show(shown, route);
        drawnAnew();
        frame();
    }

    private void drawnAnew() {
        drawn = -1;
        drawnLeft = -1;
        drawnRight = -1;
        readAt = 0;
    }

    private boolean macro() {
        return route.target().device().equals(Macro.DEVICE);
    }

    private String members() {
        int members = shown.macro(route.target().parameter()).members().size();
        return "Macro · " + members + (members == 1 ? " member" : " members");
    }

    private static String shortAddress(Address address) {
        String brief = address.brief();
        int channel = brief.indexOf(" · ch");
        return channel < 0 ? brief : brief.substring(0, channel);
    }

    /** Draws anew if anything changed since the last frame. */
    void frame() {
        if (route == null || getWidth() <= 0) {
            return;
        }
        OptionalInt place = desk.frames().playing().route(route.id());
        if (place.isEmpty()) {
            // It does not play yet: a moment later it does.
            return;
        }
        int index = place.getAsInt();
        LiveState state = desk.frames().state();
        Parameter parameter = shown.parameter(route.target());
        long since = desk.live().nanos() - state.lastMove(index);
        Verdict verdict = state.moves(index) == 0 ? Verdict.NONE : state.verdict(index);
        RouteMarks.Now now = new RouteMarks.Now(
                route.hand().map(desk.frames().playing()::control).orElse(Double.NaN),
                state.counted(index),
                desk.standing().stands(route.target()),
                verdict,
                verdict != Verdict.NONE && since < LIT_NANOS,
                since < STOP_NANOS,
                state.writing(index));
        read(parameter, now.value());
        moving(now);
        int pointed = desk.selection()
                .place()
                .filter(p -> p.target().equals(route.target()))
                .map(LanePlace::point)
                .orElse(-1);
        LiveTrails.Trail trail = desk.riding().trails().of(route.id());
        int trailSize = trail == null ? 0 : trail.size();
        long signature = Objects.hash(
                trailSize,
                pointed,
                desk.audio().seenProperty().get(),
                desk.time().from(),
                desk.time().to(),
                getWidth(),
                getHeight(),
                desk.selection().lightProperty().get());
        if (signature == drawn) {
            return;
        }
        drawn = signature;
        Envelope envelope = shown.lane(route.target()).envelope();
        if (envelope != outlined) {
            outlined = envelope;
            outline = new EnvelopeOutline(envelope);
        }
        Palette palette = Palette.of(desk.selection().lightProperty().get());
        List<Mark> marks =
                new ArrayList<>(RouteMarks.still(shown, route, outline, trail, desk.time(), getWidth(), getHeight()));
        if (pointed >= 0 && pointed < envelope.size()) {
            // What a key would act on is seen before it goes down.
            EnvelopeMarks.Field field = RouteMarks.field(getWidth(), getHeight());
            double beat = shown.timeline().beatOfLane(shown.lane(route.target()).lock(), envelope.time(pointed));
            double x = desk.time().x(beat, field.left(), field.width());
            marks.add(new Mark.Disc(x, field.y(envelope.value(pointed)), 7.5, Ink.NONE, Ink.TEXT, 1.8, 0));
        }
        Painter.paint(canvas.getGraphicsContext2D(), getWidth(), getHeight(), marks, palette);
    }

    /** The value in words: more often than this nobody can read it. */
    private void read(Parameter parameter, double now) {
        long at = System.nanoTime();
        if (desk.frames().state().playing() && at - readAt < READ_NANOS) {
            return;
        }
        readAt = at;
        String text = parameter.print(now);
        if (!text.equals(value.getText())) {
            value.setText(text);
            if (parameter.stepped()) {
                requestLayout();
            }
            // Nobody else lays it out: it is not managed.
            value.requestLayout();
            value.layout();
        }
    }

    private void moving(RouteMarks.Now now) {
        boolean light = desk.selection().lightProperty().get();
        long still =
                Objects.hash(now.verdict(), now.lit(), now.stopShown(), now.writing(), getWidth(), getHeight(), light);
        long forLeft = Objects.hash(still, now.hand(), now.counted());
        // A change that is less than half a pixel of the bar is not seen.
        long forRight = Objects.hash(still, Math.round(now.value() * 2 * getHeight()));
        if (forLeft != drawnLeft) {
            drawnLeft = forLeft;
            paint(left, 0, now);
        }
        if (forRight != drawnRight) {
            drawnRight = forRight;
            paint(right, right.getLayoutX(), now);
        }
    }

    private void paint(Canvas on, double from, RouteMarks.Now now) {
        Painter.paint(
                on.getGraphicsContext2D(),
                from,
                on.getWidth(),
                on.getHeight(),
                RouteMarks.moving(shown, route, now, getWidth(), getHeight()),
                Palette.of(desk.selection().lightProperty().get()));
    }

    /** What a screen reader says of the row. */
    public String spoken() {
        Parameter parameter = shown.parameter(route.target());
        Lane lane = shown.lane(route.target());
        String hand = route.hand().isEmpty() ? "no control" : "moved by " + handName.getText();
        return parameter.name() + " of " + shown.device(route.target().device()).name() + ", " + reads() + ", " + hand
                + ", "
                + desk.riding().modeOf(route).spoken()
                + (route.span().from() > route.span().to() ? ", reversed" : "")
                + ", "
                + (lane.points() == 0 ? "no points" : lane.points() + " points")
                + (lane.layered() ? " in " + lane.layers().size() + " layers" : "")
                + (route.into().equals(Into.TIMELINE)
                        ? ""
                        : ", written to " + route.into().spoken())
                + (lane.guarded() ? ", protected" : "") + state();
    }

    /** The value in words: the live one, or where it rests before it plays. */
    String reads() {
        return value.getText().isEmpty()
                ? shown.parameter(route.target()).print(desk.standing().stands(route.target()))
                : value.getText();
    }

    /** What goes on in the row just now: that it is writing, or where the last move stopped. */
    private String state() {
        OptionalInt place = desk.frames().playing().route(route.id());
        if (place.isEmpty()) {
            return "";
        }
        int index = place.getAsInt();
        LiveState state = desk.frames().state();
        if (state.writing(index)) {
            return ", writing";
        }
        boolean recent = state.moves(index) > 0 && desk.live().nanos() - state.lastMove(index) < STOP_NANOS;
        Verdict verdict = state.verdict(index);
        return recent && verdict.broken()
                ? ", stops at the " + verdict.joint().name().toLowerCase(java.util.Locale.ROOT)
                : "";
    }

    @Override
    protected void layoutChildren() {
        double w = getWidth();
        double h = getHeight();
        canvas.setWidth(w);
        canvas.setHeight(h);
        left.setWidth(RouteMarks.ENVELOPE_LEFT + OVER);
        left.setHeight(h);
        right.setLayoutX(Math.floor(w - RouteMarks.SOUND_WIDTH - OVER));
        right.setWidth(SOUND_MARK);
        right.setHeight(h);
        double mid = h / 2;
        here.relocate(0, mid - Here.MARK / 2);
        place(handName, RouteMarks.HAND_TEXT, mid - 20, 116);
        place(handSub, RouteMarks.HAND_TEXT, mid + 3, 116);
        place(spanTop, RouteMarks.SPAN_TEXT, mid - 20, 70);
        place(spanBottom, RouteMarks.SPAN_TEXT, mid + 3, 70);
        double sound = w - RouteMarks.SOUND_WIDTH + 70;
        // Figures have their place; the name of a position takes what the name of the parameter leaves.
        double room = w - 16 - sound;
        double valueWide = parameterSteps() ? Math.max(VALUE, Math.min(room - 60, value.prefWidth(-1) + 2)) : VALUE;
        place(soundName, sound, mid - 20, Math.min(124, room - valueWide));
        place(value, w - 16 - valueWide, mid - 21, valueWide);
        double wide = Math.max(62, mode.prefWidth(-1));
        mode.resizeRelocate(w - 14 - wide, mid, wide, 24);
        place(soundSub, sound, mid + 2, w - 18 - wide - sound);
        drawnAnew();
        frame();
    }

    private boolean parameterSteps() {
        return route != null && shown.parameter(route.target()).stepped();
    }

    private static void place(Label label, double x, double y, double width) {
        label.resizeRelocate(x, y, width, 19);
    }
}
