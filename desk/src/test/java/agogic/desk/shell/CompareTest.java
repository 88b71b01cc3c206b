package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.points.ShapeWords;
import agogic.core.envelope.Envelope;
import agogic.core.lane.LayerStack;
import agogic.core.route.Target;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.parts.ChoiceDialog;
import agogic.standins.comet.SlowComet;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;

/** Points worked on together, versions compared, patterns changed, lanes deleted completely: in the real window. */
class CompareTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");

    @Override
    Session session() {
        return SlowComet.session();
    }

    private Envelope points() {
        return desk().editing().session().lane(CUTOFF).envelope();
    }

    private double heard(double beat) {
        LayerStack stack =
                desk().editing().session().stack(desk().editing().session().lane(CUTOFF));
        return stack.valueAtBeat(beat);
    }

    private double now() {
        return desk().frames().state().value(desk().live().engine().index().of(CUTOFF));
    }

    private void shown() {
        refine(CUTOFF);
        see("#plot");
        interact(() -> node("#plot").requestFocus());
        until(() -> node("#plot").isFocused());
    }

    private void name(String typed) {
        see("#name-field");
        push(KeyCode.CONTROL, KeyCode.A).write(typed).push(KeyCode.ENTER);
        until(() -> lookup("#name-field").tryQuery().isEmpty());
    }

    /** A version is kept, seen behind, told, heard from the same position, brought back; the ride is compared likewise. */
    @Test
    void aVersionIsSeenToldHeardAndBroughtBack() {
        shown();
        push(KeyCode.CONTROL, KeyCode.U);
        name("As ridden");
        until(() -> desk().editing().session().versions().size() == 1);
        interact(() -> desk().editing().edit("Level", s -> ShapeWords.apply(s, CUTOFF, 0, "level 5 kHz 18 21")));
        interact(() -> desk().riding().locate(72));
        until(() -> Math.abs(desk().riding().positionBeat() - 72) < 1e-6);
        double changed = heard(72);
        until(() -> Math.abs(now() - changed) < 1e-9);
        push(KeyCode.SHIFT, KeyCode.H);
        until(() -> text("#trace-head").equals("Compared"));
        assertThat(text("#trace-sentence")).startsWith("with As ridden: up to").contains("cents apart, at 18.");
        assertThat(node("#beside").getAccessibleText()).startsWith("beside As ridden, up to");
        push(KeyCode.ALT, KeyCode.H);
        until(() -> Math.abs(now() - changed) > 0.05);
        assertThat(desk().riding().positionBeat()).isCloseTo(72, within(1e-6));
        assertThat(text("#trace-head")).isEqualTo("Other version");
        assertThat(node("#beside").getAccessibleText()).startsWith("heard: As ridden");
        push(KeyCode.ALT, KeyCode.H);
        until(() -> Math.abs(now() - changed) < 1e-9);
        // The next in turn is the ride itself, if it still has one: here the versions end.
        push(KeyCode.ALT, KeyCode.U);
        until(() -> text("#trace-head").equals("Brought back"));
        until(() -> Math.abs(now() - changed) > 0.05);
        assertThat(desk().editing().session().lane(CUTOFF).stretches()).hasSize(1);
        // Now the lane is a ride again: that can be compared with, too.
        push(KeyCode.SHIFT, KeyCode.H);
        until(() -> text("#trace-sentence").startsWith("with ride 1: up to"));
        push(KeyCode.ALT, KeyCode.DELETE);
        until(() -> text("#trace-sentence").startsWith("The ride itself stays"));
        push(KeyCode.SHIFT, KeyCode.H);
        until(() -> text("#trace-sentence").equals("with nothing."));
        assertThat(lookup("#beside").query().isVisible()).isFalse();
        push(KeyCode.ALT, KeyCode.H);
        until(() -> text("#trace-sentence").contains("Shift+H chooses"));
    }

    private void drag(double fromX, double fromY, double toX, double toY, KeyCode held) {
        Node plot = node("#plot");
        Bounds at = plot.localToScreen(plot.getBoundsInLocal());
        press(held);
        moveTo(at.getMinX() + at.getWidth() * fromX, at.getMinY() + at.getHeight() * fromY);
        press(MouseButton.PRIMARY);
        for (int i = 1; i <= 20; i++) {
            moveTo(
                    at.getMinX() + at.getWidth() * (fromX + (toX - fromX) * i / 20),
                    at.getMinY() + at.getHeight() * (fromY + (toY - fromY) * i / 20));
        }
        release(MouseButton.PRIMARY);
        release(held);
    }

    /** A box chooses points, which move together; a drawn line is a ride and goes through the recipe. */
    @Test
    void aBoxChoosesAndADrawnLineIsARide() {
        shown();
        int n = points().size();
        drag(0.1, 0.06, 0.95, 0.6, KeyCode.SHIFT);
        until(() -> text("#trace-head").equals("Chosen"));
        assertThat(text("#trace-sentence")).matches("\\d+ points from 1\\d\\.\\d\\.\\d\\d to 2\\d\\.\\d\\.\\d\\d\\.");
        assertThat(node("#plot").getAccessibleText()).contains(" points from ");
        double before = heard(98);
        Envelope old = points();
        push(KeyCode.DOWN);
        until(() -> !points().equals(old));
        assertThat(points().size()).isEqualTo(n);
        assertThat(java.util.stream.IntStream.range(0, n)
                        .filter(i -> points().value(i) != old.value(i))
                        .count())
                .isGreaterThan(5);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> points().equals(old) && heard(98) == before);

        int rides = desk().editing().session().rides().size();
        drag(0.3, 0.5, 0.7, 0.15, KeyCode.CONTROL);
        until(() -> desk().editing().session().rides().size() == rides + 1);
        assertThat(text("#trace-head")).isEqualTo("Drawn");
        assertThat(text("#trace-sentence")).contains("moves of the mouse are", "points now");
        var stretch = desk().editing().session().lane(CUTOFF).stretches().get(1);
        Envelope drawn = points();
        long inside = drawn.points().stream()
                .filter(p -> p.time() > stretch.from() + 1e-6 && p.time() < stretch.to() - 1e-6)
                .count();
        assertThat(inside).as("a straight line needs nothing between its ends").isLessThan(6);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> points().equals(old));
    }

    /** Points go to a table and come back elsewhere. */
    @Test
    void pointsGoToTheClipboardAndBack() {
        shown();
        Envelope old = points();
        push(KeyCode.SHIFT, KeyCode.G);
        name("17 21");
        push(KeyCode.CONTROL, KeyCode.C);
        until(() -> text("#trace-head").equals("Copied"));
        String[] table = new String[1];
        interact(() -> table[0] = Clipboard.getSystemClipboard().getString());
        assertThat(table[0]).startsWith("beat,value,shape,amount\r\n");
        long lines = table[0].lines().count() - 1;
        interact(() -> desk().riding().locate(136));
        until(() -> Math.abs(desk().riding().positionBeat() - 136) < 1e-6);
        interact(() -> node("#plot").requestFocus());
        push(KeyCode.CONTROL, KeyCode.V);
        until(() -> text("#trace-head").equals("Pasted"));
        assertThat(text("#trace-sentence")).startsWith(lines + " points from 35.1.00");
        // The value that was there stands before it at the same place.
        int first = points().firstAtOrAfter(136) + 1;
        int from = old.firstAtOrAfter(64);
        for (int i = 0; i < lines; i++) {
            assertThat(points().value(first + i)).isEqualTo(old.value(from + i));
            assertThat(points().time(first + i) - 136).isCloseTo(old.time(from + i) - old.time(from), within(1e-9));
        }
        // What is no table says why, and nothing changes.
        Session before = desk().editing().session();
        interact(() -> {
            var content = new javafx.scene.input.ClipboardContent();
            content.putString("beat,value,shape,amount\n1,7,straight,\n");
            Clipboard.getSystemClipboard().setContent(content);
        });
        push(KeyCode.CONTROL, KeyCode.V);
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(text("#trace-sentence")).contains("The clipboard", "between 0 and 1");
        assertThat(desk().editing().session()).isSameAs(before);
    }

    /** A pattern is changed in its form, wherever it is placed, and is seen before. */
    @Test
    void aPatternIsChangedWhereverItIs() {
        shown();
        interact(() -> desk().editing()
                .edit(
                        "Wave",
                        s -> ShapeWords.apply(s, CUTOFF, 0, "wave triangle 1 bar 200 Hz to 2 kHz 17 21 named Tide")));
        interact(() -> desk().editing().edit("Again", s -> ShapeWords.apply(s, CUTOFF, 0, "pattern Tide 33 37")));
        Session before = desk().editing().session();
        push(KeyCode.SHIFT, KeyCode.Z);
        see("#pattern-rate");
        assertThat(this.<TextField>node("#pattern-rate").getText()).isEqualTo("1 bar");
        interact(() -> {
            this.<TextField>node("#pattern-rate").setText("2 bars");
            this.<TextField>node("#pattern-to").setText("120");
        });
        push(KeyCode.ENTER);
        until(() -> text2("#pattern-trouble").contains("goes beyond the travel"));
        assertThat(desk().editing().session()).isSameAs(before);
        interact(() -> this.<TextField>node("#pattern-to").setText("80"));
        push(KeyCode.ENTER);
        until(() -> desk().editing().session() != before);
        assertThat(text("#trace-sentence")).contains("Tide: triangle, 2 bars", "in 2 places");
        assertThat(heard(66)).isCloseTo(0.8, within(1e-9));
        assertThat(heard(130)).isCloseTo(0.8, within(1e-9));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == before);
    }

    private String text2(String id) {
        return lookup(id).queryAs(Label.class).getText();
    }

    /** All that would go is listed; what is taken goes, and one undo brings it back. */
    @Test
    void deletingCompletelySaysAllThatGoes() {
        shown();
        interact(() -> desk().editing().edit("Loop", s -> s.withLoop(new Loop(64, 80, false))));
        Session before = desk().editing().session();
        push(KeyCode.CONTROL, KeyCode.DELETE);
        ListView<ChoiceDialog.Choice> list = node("#clear-lines");
        assertThat(list.getItems())
                .extracting(ChoiceDialog.Choice::what)
                .containsExactly(
                        "Two-Pole Filter · Cutoff, 17.1.00 to 21.1.00",
                        "Two-Pole Filter · Cutoff, all of it",
                        "All lanes of Two-Pole Filter",
                        "What Fader 1 did");
        assertThat(list.getItems().get(1).becomes()).isEqualTo("23 points, 1 take, 1 ride go");
        push(KeyCode.DOWN).push(KeyCode.SPACE).push(KeyCode.ENTER);
        until(() -> desk().editing().session() != before);
        assertThat(desk().editing().session().laneIfAny(CUTOFF)).isEmpty();
        assertThat(desk().editing()
                        .session()
                        .hasRide(before.lane(CUTOFF).stretches().get(0).ride()))
                .isFalse();
        assertThat(text("#trace-sentence")).contains("23 points, 1 take, 1 ride");
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == before);
    }

    /** An act that cannot be done now is found, grey, with why. */
    @Test
    void actsThatCannotBeDoneSayWhy() {
        shown();
        push(KeyCode.PERIOD);
        until(() -> node("#act-search").isFocused());
        write("equal");
        ListView<Act> list = node("#act-list");
        until(() -> list.getItems().stream().anyMatch(a -> a.id().equals("points-equal")));
        interact(() -> this.<TextField>node("#act-search").setText("silence the layer"));
        until(() -> list.getItems().get(0).id().equals("layer-off"));
        interact(() -> this.<TextField>node("#act-search").setText("bring the version back"));
        until(() -> list.getItems().get(0).id().equals("version-back"));
        until(() -> lookup("#act-list .list-cell").queryAll().stream()
                .anyMatch(c ->
                        String.valueOf(c.getAccessibleText()).contains("Not now: it is compared with nothing yet")));
        push(KeyCode.ENTER);
        until(() -> text("#trace-sentence").contains("cannot be done now: it is compared with nothing yet"));
        // In another view it says where it counts.
        push(KeyCode.DIGIT1);
        push(KeyCode.PERIOD);
        until(() -> node("#act-search").isFocused());
        write("compare with");
        until(() -> lookup("#act-list .list-cell").queryAll().stream()
                .anyMatch(c -> String.valueOf(c.getAccessibleText()).contains("Not now: in Refine")));
        push(KeyCode.ESCAPE);
    }

    /** A snapshot is taken and dropped at a bar over a length; its set is told when to come; it is removed. */
    @Test
    void aSnapshotIsDroppedAndItsSetSaysWhen() {
        shown();
        push(KeyCode.ALT, KeyCode.N);
        see("#snapshot-name");
        push(KeyCode.CONTROL, KeyCode.A).write("Wide").push(KeyCode.ENTER);
        until(() -> node("#pad-1").getAccessibleText().startsWith("Wide, Cutoff 520 Hz"));
        // Its buttons have words, although they are made when it is seen first.
        assertThat(lookup(".drawer .button").queryAllAs(Button.class))
                .filteredOn(b -> "set-settings".equals(b.getId()))
                .singleElement()
                .satisfies(b -> assertThat(b.getText()).isNotBlank());
        clickOn("#set-settings");
        see("#set-over");
        interact(() -> {
            this.<ComboBox<String>>node("#set-start").setValue("on the next beat");
            this.<TextField>node("#set-over").setText("two");
        });
        push(KeyCode.ENTER);
        until(() -> text2("#set-trouble").contains("no number of beats"));
        interact(() -> this.<TextField>node("#set-over").setText("2"));
        push(KeyCode.ENTER);
        until(() -> text("#trace-sentence").contains("come on the next beat, over 2 beats"));
        Session before = desk().editing().session();
        push(KeyCode.ALT, KeyCode.D);
        see("#drop-at");
        interact(() -> {
            this.<TextField>node("#drop-at").setText("41");
            this.<TextField>node("#drop-until").setText("45");
            this.<TextField>node("#drop-over").setText("1 bar");
        });
        push(KeyCode.ENTER);
        until(() -> desk().editing().session() != before);
        assertThat(text("#trace-sentence"))
                .isEqualTo("Wide 41 until 45 over 1 bar: it holds up to 45.1.00 and replaces 1 point on 1 lane.");
        var cutoff = desk().editing().session().parameter(CUTOFF);
        assertThat(cutoff.print(heard(164.001))).isEqualTo("520 Hz");
        assertThat(cutoff.print(heard(175.99))).isEqualTo("520 Hz");
        assertThat(cutoff.print(heard(176))).isNotEqualTo("520 Hz");
        push(KeyCode.CONTROL, KeyCode.DIGIT1);
        until(() -> node("#pad-1").getAccessibleText().startsWith("Wide, on"));
        push(KeyCode.ALT, KeyCode.X);
        see("#snapshots-lines");
        push(KeyCode.SPACE).push(KeyCode.ENTER);
        until(() -> desk().editing().session().sets().isEmpty());
        until(() -> lookup("#sets-none").query().isVisible());
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().sets().size() == 1);
    }
}
