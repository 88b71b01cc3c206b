package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.expose.PlayedThrough;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.live.PortState;
import agogic.desk.parts.MarkView;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.scene.AccessibleRole;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;

/** All devices by track, each with how full its sockets are. */
public final class DeviceList extends ListView<DeviceList.Item> {
    /** A row: the name of a track, or a device of it, which is higher if it plays through a port. */
    record Item(String track, String device, boolean through) {}

    /** A row that says through which port its device plays. */
    private static final double HIGH = 56;
    /** About so wide is a letter of a name, and a figure of a count, in pixels. */
    private static final double LETTER = 6.6;

    private static final double FIGURE = 7;

    private final CatalogModel model;
    private boolean filling;
    private List<PortState> ports = List.of();

    DeviceList(CatalogModel model) {
        this.model = model;
        setId("devices");
        getStyleClass().add("devices");
        setAccessibleText("Devices");
        Here.on(this, place -> model.deviceProperty().get() == null ? null : Subject.DEVICE);
        setCellFactory(view -> new Row());
        getSelectionModel().selectedItemProperty().addListener((o, a, b) -> {
            if (!filling && b != null && !b.device().isEmpty()) {
                model.deviceProperty().set(b.device());
            }
        });
        model.deviceProperty().addListener((o, a, b) -> follow());
        model.frames.onFrame(() -> {
            List<PortState> now = model.live.ports().playedThrough();
            if (getScene() != null && !now.equals(ports)) {
                ports = now;
                refresh();
            }
        });
        show();
    }

    /** Shows the devices of the session as it is now. */
    public void show() {
        Session session = model.session();
        List<Item> items = new ArrayList<>();
        Set<String> placed = new HashSet<>();
        for (Track track : session.tracks()) {
            items.add(new Item(track.name(), "", false));
            track.devices().forEach(d -> items.add(item(track.name(), d)));
            placed.addAll(track.devices());
        }
        session.devices().stream().filter(d -> !placed.contains(d.id())).forEach(d -> items.add(item("", d.id())));
        if (!items.equals(getItems())) {
            getItems().setAll(items);
        }
        follow();
        refresh();
    }

    private Item item(String track, String device) {
        return new Item(track, device, !model.session().device(device).port().isEmpty());
    }

    private void follow() {
        filling = true;
        for (Item item : getItems()) {
            if (item.device().equals(model.deviceProperty().get())) {
                if (getSelectionModel().getSelectedItem() != item) {
                    getSelectionModel().select(item);
                    scrollTo(Math.max(0, getItems().indexOf(item) - 3));
                }
            }
        }
        filling = false;
    }

    /** How a device is read aloud. */
    public static String spoken(Device device) {
        int needed = device.taken() + device.wanted().size();
        return device.name() + ", "
                + (needed > device.usable()
                        ? needed + " wanted, " + device.usable() + " offered"
                        : device.taken() + " of " + device.usable() + " sockets taken")
                + ", " + device.parameters().size() + " parameters";
    }

    private boolean open(Device device) {
        return model.live.ports().output(device.port()).open();
    }

    private String through(Device device) {
        return device.port().isEmpty()
                ? ""
                : ", plays through " + device.port() + " on channel "
                        + PlayedThrough.channel(model.session(), device)
                        + (open(device) ? "" : ", which is not there");
    }

    private final class Row extends ListCell<Item> {
        private final MarkView drawing = new MarkView(model.selection) {
            @Override
            public void marks(List<Mark> marks, double width, double height) {
                Item item = getItem();
                if (item != null && !item.device().isEmpty()) {
                    device(marks, model.session().device(item.device()), width);
                }
            }
        };
        private final Label track = new Label();

        Row() {
            Here.on(this, place -> {
                Item item = getItem();
                if (item == null || item.device().isEmpty()) {
                    return null;
                }
                model.deviceProperty().set(item.device());
                return Subject.DEVICE;
            });
            track.getStyleClass().addAll("quiet", "track-name");
            setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            setAccessibleRole(AccessibleRole.LIST_ITEM);
            setPrefWidth(0);
            drawing.prefWidthProperty().bind(widthProperty().subtract(16));
            drawing.setPrefHeight(38);
        }

        private void device(List<Mark> marks, Device device, double width) {
            if (!device.port().isEmpty()) {
                boolean open = open(device);
                String through = (open ? "→ " : "▲ ") + device.port() + " · ch "
                        + PlayedThrough.channel(model.session(), device) + (open ? "" : " · not there");
                marks.add(new Mark.Words(4, 46, through, open ? Ink.QUIET : Ink.RIDE, 11.5, false, false, -1));
            }
            int needed = device.taken() + device.wanted().size();
            boolean over = needed > device.usable();
            String count = (over ? "▲ " : "")
                    + (over ? needed + " for " + device.usable() : device.taken() + " of " + device.usable());
            int most = (int) Math.max(4, (width - 14 - FIGURE * count.length()) / LETTER);
            String name = device.name().length() > most ? device.name().substring(0, most - 1) + "…" : device.name();
            marks.add(new Mark.Words(4, 16, name, Ink.TEXT, 13, false, true, -1));
            marks.add(new Mark.Words(width - 4, 16, count, over ? Ink.RIDE : Ink.QUIET, 11.5, true, false, 1));
            double full = width - 8;
            marks.add(new Mark.Box(4, 25, full, 5, 2.5, Ink.EDGE, Ink.NONE, 0));
            double part = device.usable() == 0 ? 0 : Math.min(1, (double) needed / device.usable());
            if (part > 0) {
                Ink ink = over ? Ink.RIDE : Ink.SOUND;
                marks.add(new Mark.Box(4, 25, Math.max(5, full * part), 5, 2.5, ink, Ink.NONE, 0));
            }
        }

        @Override
        protected void updateItem(Item item, boolean empty) {
            super.updateItem(item, empty);
            // Of itself a row has the height that the theme gives it.
            setPrefHeight(!empty && item != null && item.through() ? HIGH : USE_COMPUTED_SIZE);
            if (empty || item == null) {
                setGraphic(null);
                setAccessibleText(null);
            } else if (item.device().isEmpty()) {
                track.setText(item.track());
                setGraphic(track);
                setMouseTransparent(true);
                setAccessibleText("Track " + item.track());
            } else {
                setMouseTransparent(false);
                setGraphic(drawing);
                Device device = model.session().device(item.device());
                drawing.setPrefHeight(item.through() ? HIGH - 4 : 38);
                drawing.draw();
                setAccessibleText(spoken(device) + through(device));
            }
        }
    }
}
