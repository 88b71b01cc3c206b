package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.expose.Adding;
import agogic.core.expose.Chains;
import agogic.core.expose.Removing;
import agogic.core.route.Target;
import agogic.core.session.Track;
import agogic.desk.acts.Act;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.View;
import agogic.desk.parts.NameDialog;
import agogic.desk.parts.Questions;
import agogic.desk.parts.Theme;
import agogic.standins.sound.StandIns;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.ChoiceDialog;
import javafx.stage.Window;

/** What can be done to tracks and to the devices on them, in the Catalog: to the chosen device and its track. */
public final class ChainActs {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Supplier<Window> window;
    private final Supplier<CatalogView> view;
    private final Questions questions;

    /** What can be done to tracks and to the devices on them. */
    public ChainActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Supplier<Window> window,
            Supplier<CatalogView> view) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.window = window;
        this.view = view;
        questions = Questions.over(window);
    }

    /** All of them. */
    public List<Act> all() {
        return List.of(
                Act.of(
                        "add-track",
                        "Add a track…",
                        "A track with plain voices for its notes",
                        "Ctrl+T",
                        () -> add(false)),
                Act.of("add-bus", "Add a bus…", "A track that takes what others send it", "", () -> add(true)),
                Act.of(
                        "add-sound",
                        "Add a sound or an effect…",
                        "One of the devices that are here, at the end of a track",
                        "Ctrl+Shift+I",
                        this::addSound),
                act("track-name", "Rename the track…", "Another name for it", "Shift+N", this::rename),
                act("track-up", "Move the track up", "Before the track above it", "Ctrl+Shift+↑", t -> move(t, -1)),
                act("track-down", "Move the track down", "After the track below it", "Ctrl+Shift+↓", t -> move(t, 1)),
                act(
                        "track-remove",
                        "Remove the track…",
                        "Shows what will be deleted first",
                        "Ctrl+Delete",
                        t -> go("the track " + t.name(), () -> Removing.track(editing.session(), t.id()))),
                device("device-up", "Move the device up", "One place earlier in its chain", "Alt+↑", d -> along(d, -1)),
                device(
                        "device-down",
                        "Move the device down",
                        "One place later in its chain",
                        "Alt+↓",
                        d -> along(d, 1)),
                device(
                        "device-port",
                        "Port and channel…",
                        "Choose the MIDI output and channel it plays through",
                        "Ctrl+Shift+O",
                        d -> PortDialog.ask(editing, notices, d, window.get())),
                device(
                        "device-remove",
                        "Remove the device…",
                        "Shows what will be deleted first",
                        "Shift+Delete",
                        d -> go(d.name(), () -> Removing.device(editing.session(), d.id()))));
    }

    private Act device(String id, String words, String about, String key, Consumer<Device> run) {
        return onDevice(editing, notices, view, id, words, about, key, run);
    }

    /** An act on the device that is chosen in the Catalog. */
    static Act onDevice(
            Editing editing,
            Notices notices,
            Supplier<CatalogView> view,
            String id,
            String words,
            String about,
            String key,
            Consumer<Device> run) {
        return Act.of(id, words, about, key, () -> {
                    if (editing.session().devices().isEmpty()) {
                        notices.refuse("There is no device yet: Ctrl+Shift+I adds one.");
                    } else {
                        run.accept(view.get().model().device());
                    }
                })
                .in(View.CATALOG)
                .unless(() -> editing.session().devices().isEmpty() ? "there is no device" : "");
    }

    private Act act(String id, String words, String about, String key, Consumer<Track> run) {
        return Act.of(id, words, about, key, () -> track().ifPresentOrElse(
                                run, () -> notices.refuse("Select a row or a device of the track first.")))
                .in(View.CATALOG, View.ROUTES);
    }

    /** In the Catalog the track of the chosen device, in Routes the one that is pointed at or selected. */
    private Optional<Track> track() {
        if (selection.viewProperty().get() == View.ROUTES) {
            return selection.actedTrack();
        }
        return editing.session().devices().isEmpty()
                ? Optional.empty()
                : editing.session().trackOf(view.get().model().device().id());
    }

    private void add(boolean bus) {
        String what = bus ? "bus" : "track";
        NameDialog.ask(window.get(), "The name of the new " + what, "").ifPresent(name -> {
            Optional<Device> sound = bus ? Optional.empty() : Optional.of(StandIns.plainKeys("keys"));
            if (!editing.edit("Add " + name, s -> Chains.addTrack(s, name, bus, sound))) {
                return;
            }
            if (!bus) {
                newest();
            }
            notices.say(Notice.good(
                    "Added", name + (bus ? ", a bus. Ctrl+Shift+I puts an effect on it." : ", with plain voices.")));
        });
    }

    /** Chooses the device that came last, and shows it. */
    private void newest() {
        List<Device> all = editing.session().devices();
        Device last = all.get(all.size() - 1);
        selection.show(new Target(last.id(), last.parameters().get(0).id()));
    }

    private void addSound() {
        List<String> kinds = List.copyOf(StandIns.all().keySet());
        choose("Add a sound or an effect", "Which device", kinds).ifPresent(kind -> {
            List<Track> tracks = editing.session().tracks();
            List<String> names = tracks.stream().map(Track::name).toList();
            choose(kind, "On which track, at its end", names).ifPresent(name -> {
                Track track = tracks.get(names.indexOf(name));
                if (!editing.edit(
                        "Add " + kind,
                        s -> Adding.of(s, StandIns.all().get(kind).apply(track.id() + "-device"), track.id()))) {
                    return;
                }
                newest();
                notices.say(Notice.good("Added", kind + " is at the end of " + name + "."));
            });
        });
    }

    private Optional<String> choose(String title, String header, List<String> all) {
        ChoiceDialog<String> ask = new ChoiceDialog<>(all.get(0), all);
        ask.setTitle(title);
        ask.setHeaderText(header);
        ask.initOwner(window.get());
        Theme.dress(ask, window.get());
        return ask.showAndWait();
    }

    private void rename(Track track) {
        NameDialog.ask(window.get(), "Another name for the track", track.name()).ifPresent(name -> {
            if (editing.edit("Rename " + track.name(), s -> Chains.rename(s, track.id(), name))) {
                editing.did("Renamed", track.name() + " is called " + name + " now.");
            }
        });
    }

    private void move(Track track, int by) {
        int place = editing.session().tracks().indexOf(track) + by;
        if (place < 0 || place >= editing.session().tracks().size()) {
            notices.refuse(track.name() + " is the " + (by < 0 ? "first" : "last") + " track already.");
            return;
        }
        String other = editing.session().tracks().get(place).name();
        if (editing.edit("Move " + track.name(), s -> Chains.moveTrack(s, track.id(), by))) {
            editing.did("Moved", track.name() + (by < 0 ? " is before " : " is after ") + other + " now.");
        }
    }

    private void along(Device device, int by) {
        editing.edit("Move " + device.name(), s -> Chains.moveDevice(s, device.id(), by));
    }

    private void go(String what, Supplier<Removing> asked) {
        notices.tried(asked).ifPresent(removing -> go(what, removing));
    }

    private void go(String what, Removing removing) {
        String words = removing.inWords(editing.session());
        boolean sure =
                words.isEmpty() || questions.sure("Remove " + what + "?", "With it goes: " + words + ".", "Remove");
        if (sure) {
            view.get().model().leave(removing.devices());
            if (editing.edit("Remove " + what, removing::apply)) {
                editing.did("Removed", what + (words.isEmpty() ? "." : ", and with it " + words + "."));
            }
        }
    }
}
