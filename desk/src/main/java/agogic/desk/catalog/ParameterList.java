package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.parts.SocketMark;
import java.util.List;
import javafx.geometry.Orientation;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollBar;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;

/** The parameters that answer the search, one a row, under their headings. */
public final class ParameterList extends BorderPane {
    private static final double[] WIDE = {182, 84, 124, 50};
    private static final double[] CLOSE = {142, 66, 104, 42};
    /** Less than this is not enough for wide columns. */
    private static final double ROOMY = 580;

    private static final String[] HEADS = {"Parameter", "Short name", "Range", "Socket"};

    private final CatalogModel model;
    private final ParameterRows rows;
    private List<Target> shown = List.of();
    private double[] widths = WIDE;
    private boolean filling;

    ParameterList(CatalogModel model) {
        this.model = model;
        HBox head = new HBox();
        head.getStyleClass().add("list-head");
        for (int i = 0; i < HEADS.length; i++) {
            head.getChildren().add(column(HEADS[i], widths[i]));
        }
        Label state = new Label("State");
        state.getStyleClass().add("quiet");
        head.getChildren().add(state);
        setTop(head);
        widthProperty().addListener((o, a, width) -> {
            widths = width.doubleValue() < ROOMY ? CLOSE : WIDE;
            for (int i = 0; i < HEADS.length; i++) {
                wide((Label) head.getChildren().get(i), widths[i]);
            }
        });
        ScrollBar bar = new ScrollBar();
        bar.setOrientation(Orientation.VERTICAL);
        rows = new ParameterRows(model.selection, bar, this::choose, t -> spoken(model.session(), t)) {
            @Override
            void row(List<Mark> marks, Target target, double x, double y) {
                ParameterList.this.row(marks, target, x, y);
            }

            @Override
            void opened(Target target) {
                model.expose(List.of(target), model.name(target));
            }
        };
        rows.setId("parameters");
        rows.setMinHeight(0);
        setCenter(rows);
        setRight(bar);
        model.foundProperty().addListener((o, a, b) -> fill());
        model.chosenProperty().addListener((o, a, b) -> follow());
        fill();
    }

    /** The rows as they stand now, where the list itself is as it was. */
    void again() {
        rows.again();
    }

    ParameterRows rows() {
        return rows;
    }

    private static Label column(String words, double width) {
        Label label = new Label(words);
        label.getStyleClass().add("quiet");
        wide(label, width);
        return label;
    }

    private static void wide(Label label, double width) {
        label.setMinWidth(width);
        label.setPrefWidth(width);
        label.setMaxWidth(width);
    }

    private void fill() {
        List<Target> found = model.foundProperty().get();
        if (shown.equals(found)) {
            rows.draw();
            return;
        }
        shown = found;
        List<Target> chosen = model.chosenProperty().get();
        rows.show(found, chosen.isEmpty() ? null : chosen.get(0));
    }

    private void choose(List<Target> chosen) {
        filling = true;
        Target last = rows.items().get(rows.cursor());
        model.deviceProperty().set(last.device());
        model.chosenProperty().set(chosen);
        filling = false;
    }

    private void follow() {
        List<Target> chosen = model.chosenProperty().get();
        if (!filling && chosen.size() == 1) {
            rows.follow(chosen.get(0));
        }
    }

    /** How a row is read aloud: {@code Partial 12 · Level, Partial Bank, −60 dB to 0 dB, exposed on socket 41}. */
    public static String spoken(Session session, Target target) {
        if (!session.has(target)) {
            return "";
        }
        Device device = session.device(target.device());
        Parameter parameter = device.find(target.parameter());
        int points = session.lane(target).points();
        return parameter.name()
                + (parameter.shortName().isEmpty() ? "" : ", short " + parameter.shortName()) + ", " + device.name()
                + ", " + parameter.printRange() + ", " + SocketMark.spoken(session, device, parameter)
                + (points == 0 ? "" : ", " + points + (points == 1 ? " point" : " points"));
    }

    private void row(List<Mark> marks, Target target, double left, double y) {
        Session session = model.session();
        if (!session.has(target)) {
            return;
        }
        Device device = session.device(target.device());
        Parameter parameter = device.find(target.parameter());
        double base = y + ParameterRows.ROW / 2 + 4.5;
        SocketMark mark = SocketMark.of(device, target.parameter());
        int number = device.socketOf(target.parameter());
        int points = session.lane(target).points();
        double x = left;
        boolean several = severalDevices(session);
        // Where rows of several devices stand together, each says whose it is.
        if (several) {
            marks.add(words(x, y + 14, parameter.name(), widths[0], Ink.TEXT, true));
            String whose = place(session, device);
            int most = (int) (widths[0] / 5.4);
            String shown = whose.length() > most ? whose.substring(0, most - 1) + "…" : whose;
            marks.add(new Mark.Words(x, y + 27, shown, Ink.QUIET, 10.5, false, false, -1));
        } else {
            marks.add(words(x, base, parameter.name(), widths[0], Ink.TEXT, true));
        }
        x += widths[0];
        marks.add(words(x, base, parameter.shortName(), widths[1], Ink.QUIET, false));
        x += widths[1];
        marks.add(words(x, base, parameter.printRange(), widths[2], Ink.QUIET, false));
        x += widths[2];
        String socket = number > 0 ? Integer.toString(number) : "–";
        marks.add(new Mark.Words(x, base, socket, Ink.TEXT, 12.5, true, false, -1));
        x += widths[3];
        mark.draw(marks, x, y + ParameterRows.ROW / 2 - 5.5, 11);
        String state = mark.word() + (points > 0 ? " · " + points + (points == 1 ? " point" : " points") : "");
        marks.add(new Mark.Words(x + 19, base, state, Ink.TEXT, 13, false, false, -1));
    }

    private Session looked;
    private List<Target> lookedIn = List.of();
    private boolean several;

    private boolean severalDevices(Session session) {
        if (session != looked || rows.items() != lookedIn) {
            looked = session;
            lookedIn = rows.items();
            several = lookedIn.stream().map(Target::device).distinct().limit(2).count() > 1;
        }
        return several;
    }

    /** The device, and its track where several devices are called alike. */
    private static String place(Session session, Device device) {
        boolean alike = session.devices().stream()
                        .filter(d -> d.name().equals(device.name()))
                        .limit(2)
                        .count()
                > 1;
        return device.name()
                + (alike
                        ? ", " + session.trackOf(device.id()).map(t -> t.name()).orElse("no track")
                        : "");
    }

    private static Mark words(double x, double base, String text, double width, Ink ink, boolean bold) {
        // Letters are a little more than half as wide as they are high.
        int most = (int) Math.max(1, width / 6.6);
        String shown = text.length() > most ? text.substring(0, most - 1) + "…" : text;
        return new Mark.Words(x, base, shown, ink, 13, false, bold, -1);
    }
}
