package agogic.desk.routes;

import agogic.core.audio.AudioFile;
import agogic.core.edit.clip.AudioEdits;
import agogic.core.edit.clip.Clips;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.acts.Act;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.View;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import javafx.stage.Window;

/** What can be done with the clip that is chosen, or else lies under the playhead on the track of the selected route. */
final class ClipActs {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Riding riding;
    private final Supplier<Window> window;
    private final Consumer<String> find;
    /** The id of the clip that was copied, null if none was. */
    private String picked;

    /** @param find asks where the audio file with an id is */
    ClipActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Riding riding,
            Supplier<Window> window,
            Consumer<String> find) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.riding = riding;
        this.window = window;
        this.find = find;
    }

    List<Act> all() {
        return List.of(
                Act.of("clip-next", "Choose the next clip", "The next clip of the track", "Shift+L", this::next)
                        .in(View.ROUTES)
                        .repeating(),
                act(
                        "clip",
                        "Edit the clip…",
                        "Its name, place, length, speed and what it repeats, typed",
                        "Shift+C",
                        this::form),
                act("clip-earlier", "Move a bar earlier", "With all that is in it", "Alt+←", clip -> move(clip, -1))
                        .repeating(),
                act("clip-later", "Move a bar later", "With all that is in it", "Alt+→", clip -> move(clip, 1))
                        .repeating(),
                act("clip-copy", "Duplicate the clip after itself", "The copy is independent", "Ctrl+D", this::copy),
                act(
                        "clip-repeat",
                        "Repeat the clip…",
                        "Adds copies one after the other, up to a bar",
                        "Shift+Q",
                        this::repeat),
                act(
                        "clip-cut",
                        "Cut the clip at the playhead",
                        "In two; nothing that is heard moves",
                        "Shift+K",
                        this::cut),
                act("clip-pick", "Copy the clip", "To be pasted at another place", "Ctrl+C", this::pick),
                Act.of(
                                "clip-paste",
                                "Paste the clip here",
                                "The copied clip begins at the place pointed at, else at the playhead",
                                "Ctrl+V",
                                this::paste)
                        .in(View.ROUTES)
                        .unless(() ->
                                picked == null || editing.session().clip(picked).isEmpty() ? "no clip was copied" : ""),
                act(
                        "clip-audio",
                        "Find or replace its audio…",
                        "Says where the audio file of the clip is now, or takes another in its place",
                        "Shift+Alt+C",
                        this::audio),
                act(
                        "clip-inside",
                        "Keep its audio inside the piece",
                        "The session file carries the audio from the next save on, or no longer",
                        "",
                        this::inside),
                act("clip-join", "Join with the next clip", "Both become one", "Shift+J", this::join),
                act("clip-remove", "Remove the clip", "With its notes and layers", "Shift+Delete", this::remove));
    }

    private Act act(String id, String words, String about, String key, Consumer<Clip> run) {
        return Act.of(id, words, about, key, () -> chosen().ifPresentOrElse(
                                run,
                                () -> notices.refuse(
                                        "No clip is chosen, and none lies under the playhead on the track of the"
                                                + " selected route. Click one above its rows, or press Shift+L.")))
                .in(View.ROUTES);
    }

    private Optional<Track> track() {
        return selection.selectedRoute().flatMap(r -> editing.session()
                .trackOf(r.target().device()));
    }

    private Optional<Clip> chosen() {
        String id = selection.clipProperty().get();
        Optional<Clip> one = id == null ? Optional.empty() : editing.session().clip(id);
        double beat = Math.max(0, riding.positionBeat());
        return one.or(() -> track().flatMap(
                        t -> t.clips().stream().filter(c -> c.covers(beat)).reduce((a, b) -> b)));
    }

    private static List<Clip> inOrder(Track track) {
        List<Clip> clips = new ArrayList<>(track.clips());
        clips.sort(Comparator.comparingDouble(Clip::beat));
        return clips;
    }

    private void next() {
        List<Clip> clips = track().map(ClipActs::inOrder).orElse(List.of());
        if (clips.isEmpty()) {
            notices.refuse("The track of the selected route has no clips.");
            return;
        }
        String id = selection.clipProperty().get();
        int at = -1;
        for (int i = 0; i < clips.size(); i++) {
            at = clips.get(i).id().equals(id) ? i : at;
        }
        Clip next = clips.get((at + 1) % clips.size());
        selection.clipProperty().set(next.id());
        notices.say(Notice.plain("Clip", where(next) + "."));
    }

    /** A clip in words: what it is called, where it lies, what goes with it. */
    private String where(Clip clip) {
        return clip.name() + ", " + editing.timeline().speakBars(clip.beat()) + " to "
                + editing.timeline().speakBars(clip.end()) + ", " + Clips.carries(editing.session(), clip.id())
                + over(clip);
    }

    /** Which other clips of its track it lies over. */
    private String over(Clip clip) {
        List<String> names = editing.session().trackOfClip(clip.id()).map(Track::clips).orElse(List.of()).stream()
                .filter(c -> c != clip && c.beat() < clip.end() - 1e-6 && clip.beat() < c.end() - 1e-6)
                .map(Clip::name)
                .toList();
        return names.isEmpty() ? "" : "; it lies over " + String.join(", ", names);
    }

    private void edit(String words, String head, String id, UnaryOperator<Session> edit) {
        if (editing.edit(words, edit)) {
            selection.clipProperty().set(id);
            editing.session().clip(id).ifPresent(clip -> notices.say(Notice.good(head, where(clip) + ".")));
        }
    }

    private void form(Clip clip) {
        new ClipForm(editing.session(), clip, window.get())
                .showAndWait()
                .ifPresent(edit -> edit("Clip " + clip.name(), "Clip", clip.id(), edit));
    }

    private void move(Clip clip, int bars) {
        var metre = editing.timeline().metre();
        double bar = metre.metreOfBar(metre.barAt(clip.beat() + 1e-6)).quartersInBar();
        double to = clip.beat() + bars * bar;
        if (to < -1e-9) {
            notices.refuse(clip.name() + " is in the first bar: it cannot begin earlier.");
            return;
        }
        Session before = editing.session();
        editing.editOn("Move " + clip.name(), List.of("clip-move", clip.id()), s -> Clips.move(s, clip.id(), to));
        if (editing.session() != before) {
            selection.clipProperty().set(clip.id());
            editing.session().clip(clip.id()).ifPresent(now -> editing.did("Moved", where(now) + "."));
        }
    }

    private void copy(Clip clip) {
        // The id that the copy gets is that of the same edit tried beforehand.
        String made = Clips.copy(editing.session(), clip.id(), clip.end()).clip();
        edit("Copy " + clip.name(), "Copied", made, s -> Clips.copy(s, clip.id(), clip.end())
                .session());
    }

    private void repeat(Clip clip) {
        new ClipForm.To(editing.session(), clip, window.get()).showAndWait().ifPresent(beat -> {
            int before = editing.session()
                    .trackOfClip(clip.id())
                    .orElseThrow()
                    .clips()
                    .size();
            if (!editing.edit("Repeat " + clip.name(), s -> Clips.repeat(s, clip.id(), beat))) {
                return;
            }
            int copies = editing.session()
                            .trackOfClip(clip.id())
                            .orElseThrow()
                            .clips()
                            .size()
                    - before;
            notices.say(Notice.good(
                    "Repeated",
                    clip.name() + ", " + (copies == 1 ? "one copy" : copies + " copies") + " up to "
                            + editing.timeline().speakBars(beat) + "; each is its own."));
        });
    }

    private void pick(Clip clip) {
        picked = clip.id();
        notices.say(Notice.good("Copied", clip.name() + ". Ctrl+V pastes it at the playhead, on its own track."));
    }

    private void paste() {
        Clip clip = picked == null ? null : editing.session().clip(picked).orElse(null);
        if (clip == null) {
            notices.refuse("No clip was copied: Ctrl+C copies the chosen one.");
            return;
        }
        double beat = editing.timeline().metre().nearestBeat(riding.beatHere());
        String made = Clips.copy(editing.session(), clip.id(), beat).clip();
        edit("Paste " + clip.name(), "Pasted", made, s -> Clips.copy(s, clip.id(), beat)
                .session());
    }

    private void cut(Clip clip) {
        double beat = Math.max(0, riding.positionBeat());
        edit("Cut " + clip.name(), "Cut", clip.id(), s -> Clips.cut(s, clip.id(), beat)
                .session());
    }

    private void audio(Clip clip) {
        clip.audio()
                .ifPresentOrElse(
                        a -> find.accept(a.file()),
                        () -> notices.refuse(clip.name() + " plays no audio; it has notes only."));
    }

    private void inside(Clip clip) {
        if (clip.audio().isEmpty()) {
            notices.refuse(clip.name() + " plays no audio; it has notes only.");
            return;
        }
        AudioFile file = editing.session().audio(clip.audio().get().file());
        if (editing.edit(
                (file.inside() ? "Keep outside " : "Keep inside ") + file.name(),
                s -> AudioEdits.carry(s, file.id(), !file.inside()))) {
            editing.did(
                    file.inside() ? "Outside" : "Inside",
                    file.inside()
                            ? file.name() + " is named in the session file only, from the next save on."
                            : file.name() + " goes with the session file, from the next save on.");
        }
    }

    private void join(Clip clip) {
        List<Clip> clips =
                editing.session().trackOfClip(clip.id()).map(ClipActs::inOrder).orElse(List.of());
        int at = clips.indexOf(clip);
        if (at < 0 || at + 1 == clips.size()) {
            notices.refuse(clip.name() + " is the last clip of its track: there is none behind it to join.");
            return;
        }
        Clip next = clips.get(at + 1);
        edit("Join " + clip.name() + " and " + next.name(), "Joined", clip.id(), s -> Clips.join(
                        s, clip.id(), next.id())
                .session());
    }

    private void remove(Clip clip) {
        String gone = clip.name() + ": " + Clips.carries(editing.session(), clip.id());
        if (!editing.edit("Remove " + clip.name(), s -> Clips.remove(s, clip.id()))) {
            return;
        }
        selection.clipProperty().set(null);
        editing.did("Removed", gone + ".");
    }
}
