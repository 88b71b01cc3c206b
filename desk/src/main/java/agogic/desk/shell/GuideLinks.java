package agogic.desk.shell;

import agogic.desk.acts.Act;
import agogic.desk.acts.Acts;
import agogic.desk.acts.Subject;
import agogic.desk.guide.Guide;
import agogic.desk.guide.GuideWindow;
import agogic.desk.parts.Guided;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.stage.Window;

/** The guide of the window: opened at the page about what is done, or about what is pointed at. */
final class GuideLinks implements Guided {
    private final Supplier<Acts> acts;
    private Guide guide;

    GuideLinks(Supplier<Acts> acts) {
        this.acts = acts;
    }

    @Override
    public List<String> doing() {
        return Stream.ofNullable(acts.get())
                .flatMap(all -> all.doing().stream())
                .map(Act::id)
                .flatMap(id -> about(id).stream())
                .toList();
    }

    /** An act, and what it is about: what it is rather than where it stands. */
    private static List<String> about(String act) {
        List<String> all = new ArrayList<>(List.of(act));
        Subject.of(act).forEach(subject -> all.add(subject.words()));
        return all;
    }

    private Guide.Page page(List<String> things) {
        if (guide == null) {
            guide = new Guide();
        }
        return guide.about(things).orElseGet(() -> guide.pages().get(0));
    }

    @Override
    public String title(List<String> things) {
        return page(things).title();
    }

    @Override
    public void open(List<String> things, Window over) {
        String id = page(things).id();
        GuideWindow.dialog(guide, id, over).show();
    }
}
