package agogic.desk.files;

import agogic.core.device.Device;
import agogic.core.expose.Adding;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.model.AudioFiles;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.parts.Questions;
import agogic.desk.parts.Theme;
import agogic.formats.description.Description;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import javafx.scene.control.ChoiceDialog;
import javafx.stage.Window;

/** What comes into the piece from files of others: audio, and devices by their descriptions. */
public final class Additions {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Riding riding;
    private final AudioFiles audio;
    private final Files files;
    private final Window owner;

    Additions(
            Editing editing,
            Notices notices,
            Selection selection,
            Riding riding,
            AudioFiles audio,
            Files files,
            Window owner) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.riding = riding;
        this.audio = audio;
        this.files = files;
        this.owner = owner;
    }

    /** Asks where files of audio go: into this piece, or into one of their own. */
    void audio(List<Path> paths) {
        double beat = editing.timeline().metre().nearestBeat(riding.beatHere());
        String place = editing.timeline().speakBars(beat);
        boolean many = paths.size() > 1;
        List<String> ways = many
                ? List.of("On a track each", "On one track", "A piece of their own")
                : List.of("On a track of its own", "A piece of its own");
        OptionalInt which = Questions.which(
                owner,
                "Bring in",
                many
                        ? "Where do these " + paths.size() + " files go?"
                        : "Where does " + paths.get(0).getFileName() + " go?",
                "In this piece " + (many ? "they begin" : "it begins") + " at " + place
                        + ". A track of audio goes through “Level and Pan”; its level can be ridden at once."
                        + " Dropped on a row, audio goes on the track of that row.",
                ways);
        if (which.isEmpty()) {
            return;
        }
        int way = which.getAsInt();
        if (way == ways.size() - 1) {
            files.entrance().openAsPiece(paths);
        } else {
            audio.bring(paths, way == 0 ? AudioFiles.Where.EACH : AudioFiles.Where.ONE, "", beat);
        }
    }

    /** Asks where the audio of a file is now. */
    public void findAudio(String file) {
        files.which("Find " + editing.session().audio(file).name(), "Audio (.wav, .aif)", "")
                .ifPresent(path -> {
                    audio.found(file, path);
                    if (path.getParent() != null) {
                        audio.search(path.getParent());
                    }
                });
    }

    /** Adds a device from a description to a track that the person chooses. */
    public void device() {
        files.which("Add a device", "Description (manifest.ttl of an LV2 bundle, .ttl, chart .csv)", "")
                .ifPresent(path -> files.beside(() -> Description.read(path), this::addTo, "Not added"));
    }

    private void addTo(Description description) {
        List<String> tracks =
                editing.session().tracks().stream().map(Track::name).toList();
        ChoiceDialog<String> ask = new ChoiceDialog<>(tracks.get(0), tracks);
        ask.setTitle("Add a device");
        ask.setHeaderText(description.devices().stream()
                        .map(d -> d.name() + " with " + d.parameters().size() + " parameters")
                        .collect(Collectors.joining(", "))
                + " goes on the track");
        ask.initOwner(owner);
        Theme.dress(ask, owner);
        ask.showAndWait().ifPresent(name -> {
            Track track = editing.session().tracks().get(tracks.indexOf(name));
            add(description, track.id());
        });
    }

    /** Adds all devices of a description at the end of a track, and shows them in the Catalog. */
    void add(Description description, String trackId) {
        String names = String.join(
                ", ", description.devices().stream().map(Device::name).toList());
        editing.edit("Add " + names, session -> {
            Session more = session;
            for (Device device : description.devices()) {
                more = Adding.of(more, device, trackId);
            }
            return more;
        });
        List<Device> all = editing.session().devices();
        Device last = all.get(all.size() - 1);
        if (!last.parameters().isEmpty()) {
            selection.show(new Target(last.id(), last.parameters().get(0).id()));
        }
        String left =
                description.left().isEmpty() ? "" : " Not automatable: " + String.join("; ", description.left()) + ".";
        notices.say(Notice.good(
                "Added", names + ". It has no sound of its own here; what moves it goes out as MIDI." + left));
    }
}
