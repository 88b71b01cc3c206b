package agogic.desk.shell;

import agogic.core.parameter.Unit;
import agogic.core.parameter.ValueText;
import agogic.core.play.LiveState;
import agogic.core.record.Punch;
import agogic.core.sync.Sync;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import agogic.desk.live.LiveDesk;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Listening;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.View;
import agogic.desk.parts.Tip;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** Name of the piece, start, play, ride, loop, listen, position, tempo, views. */
public final class TransportBar extends HBox {
    /** More often nobody can read it. */
    private static final long READ_NANOS = 75_000_000L;

    private long readAt;
    private static final double ROOMY = 1360;
    /** With less room than this, what has a sign besides its word goes without the word. */
    private static final double NARROW = 1300;

    private static final double LEAST = 600;
    /** What all of it takes in the narrow form, and what a sign that comes and goes takes. */
    private static final double LEAST_WIDTH = 1064;

    private static final double PILL = 96;

    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Frames frames;
    private final Riding riding;
    private final Listening listening;
    private final LiveDesk live;
    private final Label title = new Label();
    private final Label subtitle = new Label();
    private final Button start = new Button("|◀ Start");
    private final ToggleButton play = new ToggleButton("▶ Play");
    private final ToggleButton ride = new ToggleButton("● Ride");
    private final ToggleButton loop = new ToggleButton("↻ Loop");
    private final ToggleButton listen = new ToggleButton("♪ Listen");
    private final TextField position = new TextField();
    private final Label clock = new Label();
    private final TextField tempo = new TextField();
    private final Label metre = new Label();
    private final Label leads = new Label();
    private final Button punch = new Button();
    private final Map<View, ToggleButton> tabs = new EnumMap<>(View.class);

    TransportBar(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Riding riding,
            Listening listening,
            LiveDesk live,
            MenuButton menu) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.frames = frames;
        this.riding = riding;
        this.listening = listening;
        this.live = live;
        getStyleClass().add("transport");
        title.getStyleClass().add("title");
        subtitle.getStyleClass().add("quiet");
        button(start, "start", "Go to the start", () -> riding.locate(0));
        button(play, "play", "Play or stop", riding::togglePlay);
        button(ride, "ride", "Count in one bar and write whatever you touch", riding::ride);
        ride.getStyleClass().add("ride");
        button(loop, "loop", "Repeat the loop; Shift and drag on the ruler sets it", riding::toggleLoop);
        button(listen, "listen", "Listen while nothing plays", listening::toggle);
        listening.trackProperty().addListener((o, a, b) -> listen.setSelected(b != null));
        field(position, "position", 104, "Position. Type 17, 17.3.02, 0:46.6 or 46.6 s");
        position.getStyleClass().add("position");
        position.setOnAction(e -> typedPosition());
        clock.getStyleClass().addAll("figures", "quiet");
        clock.setMinWidth(70);
        field(tempo, "tempo", 88, "Tempo at the position, in bpm; typing changes it from its last change on");
        tempo.setOnAction(e -> typedTempo());
        metre.getStyleClass().addAll("figures", "quiet");
        leads.setId("leads");
        leads.getStyleClass().add("leads");
        leads.setMinWidth(Region.USE_PREF_SIZE);
        leads.managedProperty().bind(leads.visibleProperty());
        button(punch, "punch", "When a ride writes", riding::nextPunch);
        punch.getStyleClass().add("small");
        punch.managedProperty().bind(punch.visibleProperty());
        riding.punchProperty().addListener((o, a, b) -> showPunch());
        showPunch();
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        menu.setMinWidth(Region.USE_PREF_SIZE);
        title.setMinWidth(48);
        // Where there is little room, the views go before the subtitle, and before words that a sign stands for.
        widthProperty().addListener((o, a, w) -> room(w.doubleValue()));
        clock.managedProperty().bind(clock.visibleProperty());
        metre.managedProperty().bind(metre.visibleProperty());
        subtitle.managedProperty().bind(subtitle.visibleProperty());
        subtitle.setVisible(false);
        getChildren()
                .addAll(
                        menu, title, subtitle, start, play, ride, loop, listen, position, clock, tempo, metre, punch,
                        leads, gap);
        for (View view : View.values()) {
            ToggleButton tab = new ToggleButton(view.title());
            tab.getStyleClass().add("view-tab");
            button(tab, "view-" + view.title().toLowerCase(Locale.ROOT), view.title() + " view", () -> selection
                    .viewProperty()
                    .set(view));
            tabs.put(view, tab);
            getChildren().add(tab);
        }
        selection.viewProperty().addListener((o, a, b) -> showView());
        editing.sessionProperty().addListener((o, a, b) -> showSession());
        editing.fileProperty().addListener((o, a, b) -> showSession());
        editing.savedProperty().addListener((o, a, b) -> showSession());
        frames.onFrame(this::frame);
        showView();
        showSession();
    }

    /** It takes what the window has, however little that is. */
    @Override
    protected double computeMinWidth(double height) {
        return LEAST;
    }

    private void room(double width) {
        // What is shown only at times takes room as well.
        double more = (punch.isVisible() ? PILL : 0) + (leads.isVisible() ? PILL : 0);
        boolean narrow = width < NARROW + more;
        boolean tight = width < LEAST_WIDTH + more;
        subtitle.setVisible(width > ROOMY);
        clock.setVisible(!narrow);
        metre.setVisible(!tight);
        start.setText(narrow ? "|◀" : "|◀ Start");
        loop.setText(narrow ? "↻" : "↻ Loop");
        // The only word of them that its sign alone would not tell a newcomer goes last.
        listen.setText(width < ROOMY + more ? "♪" : "♪ Listen");
        // Styles are worked out anew for all that is in here: only when it becomes so.
        if (narrow && !getStyleClass().contains("narrow")) {
            getStyleClass().add("narrow");
        } else if (!narrow) {
            getStyleClass().remove("narrow");
        }
    }

    private void button(ButtonBase button, String id, String words, Runnable act) {
        button.setId(id);
        button.getStyleClass().add("pill");
        button.setFocusTraversable(true);
        button.setAccessibleText(words);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setOnAction(e -> {
            act.run();
            showView();
            showSession();
        });
    }

    /** Only where a ride does not simply write. */
    private void showPunch() {
        Punch now = riding.punchProperty().get();
        punch.setVisible(now != Punch.OFF);
        punch.setText(now == Punch.KEY ? "Punch: key" : "Punch: loop");
        punch.setAccessibleText(now.spoken());
        room(getWidth());
    }

    private static void field(TextField field, String id, double width, String words) {
        field.setId(id);
        field.getStyleClass().add("field");
        field.setPrefWidth(width);
        field.setMinWidth(width);
        Tip.on(field, words);
        field.setAccessibleText(words);
    }

    /** The metre in force at the position. */
    private String metre() {
        MetreMap map = editing.timeline().metre();
        var metre = map.metreOfBar(map.barAt(Math.max(0, riding.positionBeat()) + 1e-9));
        return metre.beatsInBar() + "/" + metre.beatUnit();
    }

    /** Puts the cursor into the position, for typing. */
    void typePosition() {
        position.requestFocus();
        position.selectAll();
    }

    private void typedPosition() {
        OptionalDouble beat = editing.timeline().parse(position.getText());
        if (beat.isPresent()) {
            riding.locate(beat.getAsDouble());
            getScene().getRoot().requestFocus();
        } else {
            notices.refuse("“" + position.getText() + "” is no position. Expected " + Timeline.expected() + ".");
        }
    }

    private void typedTempo() {
        try {
            double bpm = ValueText.parse(Unit.BPM, tempo.getText());
            int point = tempoInForce();
            List<TempoPoint> points = new ArrayList<>(editing.timeline().tempo().points());
            TempoPoint old = points.get(point);
            points.set(point, new TempoPoint(old.beat(), bpm, old.ramp()));
            Timeline changed = new Timeline(
                    TempoMap.of(points), new MetreMap(editing.timeline().metre().metres()));
            String where = point == 0 ? "" : " from " + editing.timeline().printBars(old.beat());
            editing.edit("Tempo " + ValueText.print(Unit.BPM, bpm) + where, s -> s.withTimeline(changed));
            getScene().getRoot().requestFocus();
        } catch (IllegalArgumentException e) {
            notices.refuse(e.getMessage());
        }
        showSession();
    }

    /** The place of the tempo point that counts at the position. */
    private int tempoInForce() {
        List<TempoPoint> points = editing.timeline().tempo().points();
        double beat = Math.max(0, riding.positionBeat()) + 1e-9;
        int point = 0;
        for (int i = 1; i < points.size() && points.get(i).beat() <= beat; i++) {
            point = i;
        }
        return point;
    }

    private void showTempo() {
        if (!tempo.isFocused()) {
            TempoPoint point = editing.timeline().tempo().points().get(tempoInForce());
            String text = ValueText.print(Unit.BPM, point.bpm());
            if (!text.equals(tempo.getText())) {
                tempo.setText(text);
            }
        }
    }

    private void showView() {
        tabs.forEach(
                (view, tab) -> tab.setSelected(view == selection.viewProperty().get()));
    }

    private void showSession() {
        title.setText(editing.session().name() + (editing.unsaved() ? " •" : ""));
        title.setAccessibleText(editing.session().name() + (editing.unsaved() ? ", not saved" : ""));
        Tip.on(
                title,
                editing.session().name() + ": "
                        + (editing.unsaved() ? "there are unsaved changes (Ctrl+S saves)" : "saved"));
        subtitle.setText(editing.session().subtitle());
        loop.setSelected(editing.session().loop().on());
        listen.setSelected(listening.on());
        showTempo();
        showLeads();
    }

    /** Who leads, if not this piece alone. */
    private void showLeads() {
        Sync sync = editing.session().sync();
        leads.setVisible(sync.role() != Sync.Role.OWN);
        room(getWidth());
        String words =
                switch (live.engine().following()) {
                    case OWN -> "sends clock";
                    case WAITING -> "waits for clock";
                    case RUNNING -> "follows clock";
                    case LOST -> "▲ clock lost";
                };
        String shown = sync.sends() ? "sends clock" : words;
        if (leads.isVisible() && !shown.equals(leads.getText())) {
            leads.setText(shown);
            leads.setAccessibleText(shown + ", " + sync.language().spoken() + " on “" + sync.port() + "”");
            Tip.on(leads, sync.language().spoken() + " on “" + sync.port() + "” (Ctrl+K)");
        }
    }

    private void frame() {
        LiveState state = frames.state();
        boolean playing = state.playing();
        play.setSelected(playing);
        play.setText(playing ? "■ Stop" : "▶ Play");
        showLeads();
        boolean writes = playing && riding.passOpen();
        ride.setSelected(writes);
        ride.setText(writes ? state.countingIn() ? "● Count-in" : "● Writing" : "● Ride");
        long at = System.nanoTime();
        if (playing && at - readAt < READ_NANOS) {
            return;
        }
        readAt = at;
        double seconds = state.position();
        if (!position.isFocused()) {
            double beat = seconds < 0 ? editing.timeline().beatAt(seconds) : riding.positionBeat();
            String text = editing.timeline().printPlace(beat);
            if (!text.equals(position.getText())) {
                position.setText(text);
            }
        }
        clock.setText(Timeline.printClock(seconds));
        String now = metre();
        if (!now.equals(metre.getText())) {
            metre.setText(now);
            metre.setAccessibleText("Metre " + now);
        }
        showTempo();
    }
}
