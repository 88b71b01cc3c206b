package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.lane.Lane;
import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.PathChooser;
import agogic.desk.start.NewPiece;
import agogic.formats.bring.Beginning;
import agogic.formats.file.FormatException;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.MidiFile;
import agogic.formats.midi.MidiImport;
import agogic.standins.comet.SlowComet;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.LockSupport;
import javafx.application.Platform;
import javafx.beans.value.ChangeListener;
import javafx.scene.Node;
import javafx.scene.control.DialogPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Window;
import org.junit.jupiter.api.Test;

/**
 * Every act of the table, in every view and in the states that count: it does what can be seen and says so, or asks, or
 * refuses in words; what changed the piece is taken back by one undo. In a dialog that it opens everything is named and reached by
 * keys. Made from the table: a new act is in it by itself.
 */
class EveryActTest extends WindowTest {
    /** These leave the piece or the window, or fill the screen. */
    private static final Set<String> LEAVE = Set.of("quit", "start-page", "full-screen");

    /** These may begin to play. */
    private static final Set<String> BEGIN =
            Set.of("play", "play-here", "ride", "ride-selected", "answer-1", "answer-2", "answer-3");

    /** These change how a route is played, which is no step: what was armed before an undo must not come back with it. */
    private static final Set<String> NO_STEP = Set.of("mode", "rehearse", "ride-selected", "undo", "redo");

    /** Every night all acts are tried in all states; at every change some states have every other one, some every third. */
    private static final boolean AT_LENGTH = Boolean.getBoolean("agogic.long");

    private final List<String> wrong = new ArrayList<>();
    private int choosers;

    @Override
    Session session() {
        return SlowComet.session();
    }

    /** What a person can see of the window, besides the piece and what is said. */
    private List<Object> seen() {
        var selection = desk().selection();
        Node focus = window().root().getScene() == null
                ? null
                : window().root().getScene().getFocusOwner();
        List<Object> all = new ArrayList<>();
        all.add(selection.viewProperty().get());
        all.add(selection.drawerProperty().get());
        all.add(selection.setsProperty().get());
        all.add(selection.lightProperty().get());
        all.add(desk().time().from());
        all.add(desk().time().to());
        all.add(focus);
        all.add(desk().riding().playing());
        all.add(window().ridingShown());
        all.add(desk().learner().on());
        all.add(choosers);
        all.add(desk().live().engine().begun());
        return all;
    }

    private static List<Window> others(Window own) {
        return Window.getWindows().stream()
                .filter(w -> w != own && w.isShowing())
                .toList();
    }

    /** Does an act as its menu does; windows that it opens are closed again. True if it opened one. */
    private boolean does(Act act) {
        Window own = window().root().getScene().getWindow();
        CountDownLatch done = new CountDownLatch(1);
        AtomicReference<Throwable> thrown = new AtomicReference<>();
        Platform.runLater(() -> {
            try {
                window().acts().perform(act);
            } catch (RuntimeException | Error e) {
                thrown.set(e);
            }
            done.countDown();
        });
        boolean asked = false;
        for (boolean over = false; !over; LockSupport.parkNanos(over ? 1 : 500_000)) {
            AtomicReference<Boolean> open = new AtomicReference<>(false);
            now(() -> others(own).forEach(w -> {
                open.set(true);
                if (w.getScene() != null && w.getScene().getRoot() instanceof DialogPane pane) {
                    wrong.addAll(new Reach().walk(act.id(), pane).wrong());
                }
                w.hide();
            }));
            asked |= open.get();
            over = done.getCount() == 0 && !open.get();
        }
        now(() -> {
            try {
                desk().frame();
                window().root().layout();
            } catch (RuntimeException e) {
                thrown.compareAndSet(null, e);
            }
        });
        if (thrown.get() != null) {
            wrong.add(act.id() + " throws " + thrown.get() + " at "
                    + Arrays.stream(thrown.get().getStackTrace())
                            .filter(f -> f.getClassName().startsWith("agogic"))
                            .limit(4)
                            .toList());
        }
        return asked;
    }

    private void everyActIn(String state, Runnable ready, View... views) {
        acts(1, state, ready, false, views);
    }

    /** The same in a state that others are much like. */
    private void manyActsIn(String state, Runnable ready, View... views) {
        acts(AT_LENGTH ? 1 : 2, state, ready, false, views);
    }

    /** The same in a state in which an act does mostly what it does in others. */
    private void mostActsIn(String state, Runnable ready, View... views) {
        acts(AT_LENGTH ? 1 : 3, state, ready, false, views);
    }

    /** {@code own}: only what belongs to the views themselves, where the others have been tried as well as here. */
    private void acts(int each, String state, Runnable ready, boolean own, View... views) {
        for (View view : views) {
            List<Act> all = window().acts().all();
            // Another part of them in each view and state.
            for (int a = (view.ordinal() + state.length()) % each; a < all.size(); a += each) {
                Act act = all.get(a);
                boolean told = act.keys().isEmpty() && !act.key().isEmpty();
                // What counts everywhere is tried where it all begins; what belongs to a view, there.
                boolean here = act.special() ? act.views().contains(view) : view == views[0] && !own;
                if (!told && !LEAVE.contains(act.id()) && here) {
                    now(() -> desk().selection().viewProperty().set(view));
                    ready.run();
                    check(act, state + ", " + view.title() + ": " + act.id());
                }
            }
        }
        assertThat(wrong).isEmpty();
    }

    private void check(Act act, String where) {
        Session before = desk().editing().session();
        Notice said = desk().notices().lastProperty().get();
        List<Object> saw = new ArrayList<>();
        now(() -> saw.addAll(seen()));
        Optional<String> step = desk().editing().undoable();
        List<Notice> heard = new ArrayList<>();
        ChangeListener<Notice> listener = (o, was, is) -> heard.add(is);
        now(() -> desk().notices().lastProperty().addListener(listener));
        boolean asked = does(act);
        now(() -> desk().notices().lastProperty().removeListener(listener));
        Session after = desk().editing().session();
        Notice says = desk().notices().lastProperty().get();
        List<Object> sees = new ArrayList<>();
        now(() -> sees.addAll(seen()));
        boolean answered = says != said;
        if ("Trouble".equals(says.head()) && answered) {
            wrong.add(where + " is trouble: " + says.sentence());
        }
        if (!asked && !answered && saw.equals(sees)) {
            wrong.add(where + " is silent");
        }
        boolean refused = heard.stream().anyMatch(n -> n.kind() == Notice.Kind.STOP);
        if (refused && after == before && says.kind() == Notice.Kind.GOOD) {
            wrong.add(where + " was refused and says that it is done: " + says.sentence());
        }
        // An envelope that was still to be made follows by itself: that is no step.
        boolean stepped = after != before && !desk().editing().undoable().equals(step);
        if (stepped && !answered) {
            wrong.add(where + " edits and says nothing");
        }
        if (stepped && !NO_STEP.contains(act.id())) {
            now(() -> desk().editing().undo());
            if (!desk().editing().session().equals(before)) {
                wrong.add(where + " is not taken back by one undo: "
                        + apart(before, desk().editing().session()));
            }
        }
        back(act, before);
    }

    /** The routes and lanes that are otherwise, for whoever reads what went wrong. */
    private static String apart(Session before, Session after) {
        List<Object> all = new ArrayList<>();
        after.routes().stream().filter(r -> !before.routes().contains(r)).forEach(all::add);
        before.routes().stream().filter(r -> !after.routes().contains(r)).forEach(all::add);
        after.lanes().stream().filter(l -> !before.lanes().contains(l)).forEach(l -> all.add(l.target()));
        return before.rides().size() + "/" + after.rides().size() + " rides, " + all;
    }

    /** All is as it was before an act. */
    private void back(Act act, Session before) {
        AtomicReference<Boolean> played = new AtomicReference<>(false);
        now(() -> {
            // What goes on beside the window is not waited for.
            desk().notices().lastProperty().get().acts().stream()
                    .filter(a -> a.title().equals("Cancel"))
                    .forEach(a -> a.run().run());
            played.set(desk().riding().playing());
            if (desk().riding().playing()) {
                desk().live().engine().stop();
            }
            if (desk().learner().on()) {
                desk().learner().cancel();
            }
            if (window().ridingShown()) {
                window().turnRidingView();
            }
            desk().selection().setsProperty().set(false);
            desk().selection().lightProperty().set(false);
            for (int i = 0; i < 3 && desk().editing().session() != before; i++) {
                desk().editing().undo();
            }
        });
        if (BEGIN.contains(act.id()) || played.get()) {
            // It may begin a moment later: whatever has begun is over before the next act.
            sleep(1);
            now(() -> desk().live().engine().stop());
            until(() -> !desk().riding().playing());
            now(() -> {
                desk().frame();
                for (int i = 0; i < 3 && desk().editing().session() != before; i++) {
                    desk().editing().undo();
                }
            });
        }
    }

    /** A piece without tracks, devices and surfaces. */
    private static Session nothing() {
        Session piece = NewPiece.empty("Nothing", 120, 4, 4, 16);
        return new Session(
                piece.name(),
                "",
                piece.timeline(),
                piece.length(),
                List.of(),
                piece.loop(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    private void chooserThatIsCancelled() {
        PathChooser nothing = new PathChooser() {
            @Override
            public Optional<Path> toRead(String title, String kind, String ending) {
                choosers++;
                return Optional.empty();
            }

            @Override
            public Optional<Path> toWrite(String title, String kind, String ending, String name) {
                choosers++;
                return Optional.empty();
            }
        };
        now(() -> window().files().askBy(nothing));
    }

    @Test
    void ofThePieceAsItIsOpened() {
        chooserThatIsCancelled();
        everyActIn("opened", () -> {}, View.values());
    }

    @Test
    void ofANewPiece() {
        now(() -> window().show(NewPiece.empty("New", 120, 4, 4, 16), null, false));
        chooserThatIsCancelled();
        manyActsIn("new piece", () -> {}, View.values());
    }

    @Test
    void ofAPieceWithNothingInIt() {
        now(() -> window().show(nothing(), null, false));
        chooserThatIsCancelled();
        manyActsIn("with nothing", () -> {}, View.values());
    }

    @Test
    void whileItIsRidden() {
        chooserThatIsCancelled();
        everyActIn(
                "riding",
                () -> {
                    now(() -> desk().riding().rideFrom(0));
                    until(() -> desk().riding().playing());
                },
                View.ROUTES);
    }

    @Test
    void whileItPlays() {
        chooserThatIsCancelled();
        mostActsIn(
                "playing",
                () -> {
                    now(() -> desk().live().engine().play());
                    until(() -> desk().riding().playing());
                },
                View.ROUTES,
                View.REFINE);
    }

    @Test
    void ofAPieceThatWasBroughtIn() {
        byte[] file = MidiExport.make(SlowComet.session(), Fineness.SEVEN, Optional.empty())
                .file();
        Session brought;
        try {
            brought = MidiImport.of(MidiFile.of(file, "brought.mid")).piece(Set.of(), Beginning.BARE);
        } catch (FormatException e) {
            throw new AssertionError(e);
        }
        now(() -> window().show(brought, null, false));
        chooserThatIsCancelled();
        mostActsIn("brought in", () -> {}, View.values());
    }

    @Test
    void withSeveralPointsChosen() {
        chooserThatIsCancelled();
        acts(AT_LENGTH ? 1 : 2, "points chosen", () -> does(window().acts().act("choose-all")), true, View.REFINE);
    }

    @Test
    void withEveryLaneProtected() {
        Session demo = SlowComet.session();
        Session guarded = demo.withLanes(
                demo.lanes().stream().map(lane -> lane.guarded(true)).toList());
        now(() -> window().show(guarded, null, false));
        chooserThatIsCancelled();
        acts(AT_LENGTH ? 1 : 2, "protected", () -> does(window().acts().act("choose-all")), true, View.REFINE);
        assertThat(desk().editing().session().lanes()).allMatch(Lane::guarded);
    }

    /** What belongs to a view that is covered is refused, and says what lies over it; a position can be typed all the same. */
    @Test
    void underTheRidingViewNothingOfAViewIsDone() {
        for (View view : List.of(View.ROUTES, View.REFINE)) {
            now(() -> {
                desk().selection().viewProperty().set(view);
                window().turnRidingView();
            });
            Session before = desk().editing().session();
            for (Act act : window().acts().all()) {
                if (act.special() && act.countsIn(view) && act.whyNot(view).isEmpty()) {
                    now(() -> window().acts().perform(act));
                    assertThat(desk().notices().lastProperty().get().sentence())
                            .as(act.id())
                            .contains("the riding view is over it");
                }
            }
            assertThat(desk().editing().session()).isSameAs(before);
            assertThat(window().ridingShown()).isTrue();
            // By its key as well: it is not silent, and no other act has it there.
            now(() -> desk().notices().say(Notice.plain("Nothing", "yet.")));
            push(KeyCode.DELETE);
            until(() -> desk().notices().lastProperty().get().sentence().contains("the riding view is over it"));
            now(() -> window().acts().perform(window().acts().act("go")));
            assertThat(window().ridingShown()).isFalse();
            until(() -> window().root().getScene().getFocusOwner() instanceof TextField);
        }
    }

    @Test
    void noKeyIsGivenTwiceInAView() {
        Set<String> twice = new TreeSet<>();
        for (View view : View.values()) {
            now(() -> desk().selection().viewProperty().set(view));
            List<Act> here =
                    window().acts().all().stream().filter(a -> a.countsIn(view)).toList();
            for (Act one : here) {
                for (Act other : here) {
                    boolean same = one.id().compareTo(other.id()) < 0
                            && one.keys().stream().anyMatch(k -> other.keys().stream()
                                    .anyMatch(o -> o.spoken().equals(k.spoken())));
                    if (same) {
                        twice.add(view.title() + ": " + one.id() + " and " + other.id());
                    }
                }
            }
        }
        assertThat(twice).isEmpty();
    }
}
