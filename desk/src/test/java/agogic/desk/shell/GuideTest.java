package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.check.Finding;
import agogic.core.session.Session;
import agogic.desk.acts.Stroke;
import agogic.desk.acts.Subject;
import agogic.desk.guide.Guide;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every page of the guide, followed step by step in the demo: its keys pressed, its words typed, its answers awaited. */
class GuideTest extends WindowTest {
    @TempDir
    Path folder;

    /** Where the playhead stood before it played. */
    private double stood;

    @Override
    Session session() {
        return SlowComet.session();
    }

    static Stream<String> pages() {
        return new Guide().pages().stream().map(Guide.Page::id).filter(id -> !id.equals("reference"));
    }

    @ParameterizedTest
    @MethodSource("pages")
    void everyStepDoesWhatItSays(String id) {
        Guide.Page page = new Guide().page(id, "").orElseThrow();
        assertThat(page.steps()).as("a page has steps").isNotEmpty();
        askBy(folder.resolve("carried"));
        for (Guide.Line step : page.steps()) {
            for (Guide.Asked asked : step.asked()) {
                switch (asked.ask()) {
                    case KEY -> press(Stroke.of(asked.words()));
                    case TYPE -> {
                        until(() -> stage().getScene().getFocusOwner() instanceof TextField
                                || lookup(".dialog-pane .text-field").tryQuery().isPresent());
                        write(asked.words());
                    }
                    case MOVE -> move(asked.words());
                    case SAID -> said(id, step.number(), asked.words());
                }
            }
        }
    }

    private void said(String id, int step, String words) {
        try {
            until(() -> (text("#trace-head") + ": " + text("#trace-sentence")).contains(words));
        } catch (AssertionError e) {
            throw new AssertionError(
                    id + ", step " + step + ": expected “" + words + "”, the bar says “" + text("#trace-head") + ": "
                            + text("#trace-sentence") + "”",
                    e);
        }
    }

    private void press(Stroke stroke) {
        stood = desk().riding().playing() ? stood : desk().riding().positionBeat();
        List<KeyCode> keys = new ArrayList<>();
        if (stroke.control()) {
            keys.add(KeyCode.CONTROL);
        }
        if (stroke.shift()) {
            keys.add(KeyCode.SHIFT);
        }
        if (stroke.alt()) {
            keys.add(KeyCode.ALT);
        }
        keys.add(stroke.codes().stream().sorted().findFirst().orElseThrow());
        push(keys.toArray(KeyCode[]::new));
        until(() -> true);
    }

    private static boolean seen(Node node) {
        boolean seen = true;
        for (Node n = node; n != null; n = n.getParent()) {
            seen &= n.isVisible();
        }
        return seen;
    }

    private void move(String control) {
        // It is drawn in the drawer and in Surfaces: the one that is seen is moved.
        interact(() -> Stream.of("#control-", "#hand-")
                .flatMap(place -> lookup(place + control).queryAll().stream())
                .filter(GuideTest::seen)
                .findFirst()
                .orElseThrow()
                .requestFocus());
        boolean plays = desk().riding().playing();
        if (plays) {
            until(() -> desk().riding().positionBeat() > stood + 0.3);
        }
        for (int i = 0; i < 12; i++) {
            push(KeyCode.SHIFT, KeyCode.UP);
            sleep(20);
        }
        double now = desk().riding().positionBeat();
        until(() -> !plays || desk().riding().positionBeat() > now + 1);
    }

    @Test
    void whatAPageIsAboutIsThereAndEveryFindingAndThingHasAPage() {
        Guide guide = new Guide();
        Set<String> known = new TreeSet<>();
        Arrays.stream(Subject.values()).map(Subject::words).forEach(known::add);
        Arrays.stream(Finding.Kind.values()).map(Enum::name).forEach(known::add);
        assertThat(known).allMatch(one -> guide.about(List.of(one)).isPresent());
        window().acts().all().forEach(act -> known.add(act.id()));
        Arrays.stream(View.values()).map(View::title).forEach(known::add);
        for (Guide.Page page : guide.pages()) {
            assertThat(known).as(page.id()).containsAll(page.about());
            assertThat(page.lines()).as(page.id()).noneMatch(line -> line.words()
                    .contains("<!--"));
        }
        for (View view : View.values()) {
            assertThat(guide.about(List.of(view.title()))).as(view.title()).isPresent();
        }
    }

    @Test
    void dialogsAndFindingsLeadToTheirPages() {
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.G);
        until(() -> lookup(".guide-link").tryQuery().isPresent());
        push(KeyCode.F1);
        until(() -> lookup("#guide-page").tryQuery().isPresent());
        ListView<?> list = node("#guide-pages");
        assertThat(((Guide.Page) list.getSelectionModel().getSelectedItem()).id())
                .isEqualTo("tempo-and-bars");
        // It is read while the dialog is open, and searched.
        until(() -> node("#guide-search").isFocused());
        write("macro");
        until(() -> list.getItems().size() < 6);
        push(KeyCode.ESCAPE);
        until(() -> lookup("#guide-page").tryQuery().isEmpty());
        assertThat(lookup(".guide-link").tryQuery()).isPresent();
        push(KeyCode.ESCAPE);
        until(() -> lookup(".guide-link").tryQuery().isEmpty());
        interact(() -> desk().selection().viewProperty().set(View.CATALOG));
        until(() -> lookup("#side-findings").tryQuery().isPresent());
        clickOn("#side-findings");
        until(() -> lookup("#findings .guide-link").tryQuery().isPresent());
        ListView<Finding> found = node("#findings");
        for (int i = 0; i < found.getItems().size(); i++) {
            int chosen = i;
            interact(() -> {
                found.requestFocus();
                found.getSelectionModel().select(chosen);
            });
            push(KeyCode.F1);
            until(() -> lookup("#guide-pages").tryQuery().isPresent());
            ListView<?> pages = node("#guide-pages");
            assertThat(((Guide.Page) pages.getSelectionModel().getSelectedItem()).about())
                    .contains(found.getItems().get(chosen).kind().name());
            push(KeyCode.ESCAPE);
            until(() -> lookup("#guide-pages").tryQuery().isEmpty());
        }
    }

    @Test
    void thePagesAreFoundByWordsAndReadInTheWindow() {
        Guide guide = new Guide();
        List<String> ids = guide.pages().stream().map(Guide.Page::id).toList();
        assertThat(ids).hasSizeGreaterThan(7).doesNotHaveDuplicates();
        for (Guide.Page page : guide.pages().subList(0, ids.size() - 1)) {
            for (Guide.Line line : page.lines()) {
                for (Guide.Span span : line.spans()) {
                    if (span.meant() == Guide.Meant.LINK) {
                        assertThat(ids).as(page.id()).contains(span.to());
                    }
                    if (span.meant() == Guide.Meant.KEY && !span.words().equals("?")) {
                        Stroke stroke = Stroke.of(span.words());
                        boolean common = Stream.of("Enter", "Esc", "Home", "↓", "Shift+↓")
                                        .anyMatch(stroke.spoken()::equals)
                                || stroke.spoken().equals("Ctrl+1");
                        assertThat(common
                                        || window().acts().all().stream().anyMatch(a -> a.keys().stream()
                                                .anyMatch(k -> k.spoken().equals(stroke.spoken()))))
                                .as(page.id() + ": " + span.words())
                                .isTrue();
                    }
                }
            }
        }
        push(KeyCode.F1);
        until(() -> lookup("#guide-search").tryQuery().isPresent());
        TextField search = node("#guide-search");
        until(search::isFocused);
        write("several parameters one control macro");
        ListView<?> list = node("#guide-pages");
        until(() -> list.getItems().size() <= 2);
        assertThat(((Guide.Page) list.getItems().get(0)).id()).isEqualTo("one-fader-five-things");
        assertThat(lookup("#guide-page").query().lookupAll(".guide-key")).isNotEmpty();
        interact(() -> search.setText("no such thing at all"));
        until(() -> list.getItems().isEmpty());
        push(KeyCode.ESCAPE);
        until(() -> lookup("#guide-search").tryQuery().isEmpty());
    }
}
