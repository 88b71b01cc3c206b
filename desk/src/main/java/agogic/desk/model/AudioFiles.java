package agogic.desk.model;

import agogic.core.assign.AudioTracks;
import agogic.core.audio.AudioFile;
import agogic.core.edit.clip.AudioEdits;
import agogic.core.session.Session;
import agogic.desk.live.LiveDesk;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.Located;
import agogic.formats.audio.Pictures;
import agogic.formats.file.Input;
import agogic.formats.file.Told;
import agogic.standins.sound.StandIns;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleConsumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;

/** The audio files of the piece that is shown: whether they are there, their pictures, and how more of them come into it. */
public final class AudioFiles {
    private final Editing editing;
    private final LiveDesk live;
    private final Notices notices;
    private final ReadOnlyIntegerWrapper seen = new ReadOnlyIntegerWrapper();
    private final Beside looking = new Beside();
    private Map<String, Located.State> states = Map.of();
    private List<AudioFile> looked = List.of();

    /** Where files go. */
    public enum Where {
        /** On a track of its own each. */
        EACH,
        /** On one new track, one after the other. */
        ONE,
        /** On a track that is there, one after the other. */
        THERE
    }

    AudioFiles(Editing editing, LiveDesk live, Notices notices) {
        this.editing = editing;
        this.live = live;
        this.notices = notices;
        editing.sessionProperty().addListener((o, a, now) -> follow(now));
        follow(editing.session());
    }

    /** Goes up whenever more is known of the files: what shows them draws anew. */
    public ReadOnlyIntegerProperty seenProperty() {
        return seen.getReadOnlyProperty();
    }

    /** How it is with a file, as far as it was looked for: there, until it is known not to be. */
    public Located.State state(String file) {
        return states.getOrDefault(file, Located.State.THERE);
    }

    private void follow(Session session) {
        if (session.audio() != looked) {
            looked = session.audio();
            if (looked.isEmpty()) {
                states = Map.of();
                return;
            }
            look();
        }
    }

    private record Found(Map<String, Located.State> states, List<String> gone) {}

    private void look() {
        List<AudioFile> files = looked;
        looking.latest(
                "agogic-audio-files",
                () -> found(files),
                found -> {
                    boolean more = found.states().values().stream().anyMatch(s -> s != Located.State.THERE)
                            && !found.states().equals(states);
                    states = found.states();
                    seen.set(seen.get() + 1);
                    if (more) {
                        notices.say(Notice.stop("Audio", String.join(" ", found.gone())));
                    }
                },
                why -> notices.say(Notice.stop("Audio", why)));
    }

    /** Looks at each file, and makes the pictures of those that are there. */
    private static Found found(List<AudioFile> files) {
        Map<String, Located.State> states = new HashMap<>();
        List<String> gone = new ArrayList<>();
        for (AudioFile file : files) {
            Located place = Located.of(file);
            states.put(file.id(), place.state());
            if (place.state() != Located.State.THERE) {
                gone.add(place.words(file) + " “Find or replace its audio…” on one of its clips says where it is.");
            }
            try {
                if (place.there()) {
                    Pictures.of(file);
                }
            } catch (IOException e) {
                gone.add(Told.of(e));
            }
        }
        return new Found(states, gone);
    }

    /** Looks for all files anew. */
    public void lookAgain() {
        live.lookAgain();
        look();
    }

    private record Listened(List<AudioScan> scans, List<String> not) {}

    /**
     * Listens to files beside the window and brings them into the piece.
     *
     * @param track the id of the track they go on, for {@link Where#THERE}
     * @param beat where the first begins
     */
    public void bring(List<Path> paths, Where where, String track, double beat) {
        String first = Input.name(paths.get(0));
        LongWork.run(
                "agogic-audio-files",
                notices,
                "Listening",
                first + (paths.size() > 1 ? " and " + (paths.size() - 1) + " more" : ""),
                progress -> listened(paths, progress),
                done -> {
                    if (done.scans().isEmpty()) {
                        notices.say(Notice.stop("Not brought in", String.join(" ", done.not())));
                        return;
                    }
                    List<AudioFile> files =
                            done.scans().stream().map(AudioScan::file).toList();
                    if (!editing.edit("Bring in " + first, into(files, where, track, beat))) {
                        return;
                    }
                    told(done);
                },
                why -> notices.say(Notice.stop("Not brought in", why)));
    }

    private static UnaryOperator<Session> into(List<AudioFile> files, Where where, String track, double beat) {
        return switch (where) {
            case EACH -> s -> AudioTracks.each(s, files, beat, StandIns::levelPan);
            case ONE -> s -> AudioTracks.together(s, files, beat, StandIns::levelPan);
            default -> s -> AudioTracks.after(s, files, track, beat);
        };
    }

    private static Listened listened(List<Path> paths, DoubleConsumer progress) {
        List<AudioScan> scans = new ArrayList<>();
        List<String> not = new ArrayList<>();
        for (int i = 0; i < paths.size(); i++) {
            int at = i;
            try {
                scans.add(Pictures.listened(paths.get(i), part -> progress.accept((at + part) / paths.size())));
            } catch (IOException e) {
                not.add(Told.of(e));
            }
        }
        return new Listened(scans, not);
    }

    private void told(Listened done) {
        StringBuilder words = new StringBuilder();
        for (AudioScan scan : done.scans().subList(0, Math.min(2, done.scans().size()))) {
            words.append(scan.file().name()).append(": ").append(scan.words());
            scan.remarks().forEach(r -> words.append(", ").append(r));
            words.append(". ");
        }
        if (done.scans().size() > 2) {
            words.append(done.scans().size() - 2).append(" more. ");
        }
        done.not().forEach(n -> words.append("Not brought in: ").append(n).append(' '));
        notices.say(new Notice(
                Notice.Kind.GOOD,
                "Brought in",
                words.toString().strip(),
                List.of(new Notice.Act("Undo", editing::undo))));
    }

    /** The audio of a file is at {@code path}: if it is another one, that is told, and it is taken in its place. */
    public void found(String file, Path path) {
        AudioFile old = editing.session().audio(file);
        LongWork.run(
                "agogic-audio-files",
                notices,
                "Listening",
                Input.name(path),
                progress -> Pictures.listened(path, progress),
                scan -> {
                    boolean same = scan.file().digest().equals(old.digest());
                    if (editing.edit(
                            same ? "Find " + old.name() : "Replace " + old.name(),
                            s -> same
                                    ? AudioEdits.found(s, file, scan.file().path())
                                    : AudioEdits.replace(s, file, scan.file()))) {
                        notices.say(new Notice(
                                Notice.Kind.GOOD,
                                same ? "Found" : "Replaced",
                                same
                                        ? old.name() + " is heard again."
                                        : old.name() + " is now " + scan.file().name() + ": " + scan.words() + ".",
                                List.of(new Notice.Act("Undo", editing::undo))));
                    }
                },
                why -> notices.say(Notice.stop("Not found", why)));
    }

    /** Looks for the files that are gone in a folder, by their names; what is there is taken if it is the same audio. */
    public void search(Path folder) {
        List<AudioFile> gone = looked.stream()
                .filter(f -> state(f.id()) == Located.State.GONE)
                .filter(f -> Files.isRegularFile(folder.resolve(f.name())))
                .filter(f ->
                        Located.of(f.at(folder.resolve(f.name()).toString())).state() == Located.State.THERE)
                .toList();
        if (!gone.isEmpty()) {
            editing.edit("Find audio", s -> {
                Session all = s;
                for (AudioFile file : gone) {
                    all = AudioEdits.found(
                            all, file.id(), folder.resolve(file.name()).toString());
                }
                return all;
            });
        }
    }
}
