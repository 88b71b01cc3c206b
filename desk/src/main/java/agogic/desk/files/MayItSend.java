package agogic.desk.files;

import agogic.core.expose.PlayedThrough;
import agogic.desk.live.LiveDesk;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Offers;
import agogic.desk.start.Trust;
import agogic.formats.file.Told;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.SortedSet;

/** Whether a piece may send to the outputs of this machine. */
final class MayItSend {
    private final Editing editing;
    private final Notices notices;
    private final Offers offers;
    private final LiveDesk live;

    MayItSend(Editing editing, Notices notices, Offers offers, LiveDesk live) {
        this.editing = editing;
        this.notices = notices;
        this.offers = offers;
        this.live = live;
    }

    /** Before a piece from elsewhere sends anything to the machine's outputs, they are named, and it is asked. */
    void ask(Path file) {
        SortedSet<String> outputs = PlayedThrough.speaks(editing.session());
        if (outputs.isEmpty() || Trust.has(file)) {
            return;
        }
        live.ports().send(false);
        offers.ask(new Notice(
                Notice.Kind.WAIT,
                "May it send?",
                file.getFileName() + " would send to “" + String.join("”, “", outputs)
                        + "” of this machine. Nothing is sent until you say so.",
                List.of(new Notice.Act("Let it send", () -> letSend(file)), new Notice.Act("Keep it silent", () -> {
                    offers.ask(null);
                    notices.say(Notice.plain("Silent", "It sends nothing; it is asked again when it is opened."));
                }))));
    }

    private void letSend(Path file) {
        live.ports().send(true);
        offers.ask(null);
        trust(file);
        notices.say(Notice.good("It sends", "Its outputs are connected where they are plugged in."));
    }

    /** The piece in this file may send from now on. */
    void trust(Path file) {
        try {
            Trust.give(file);
        } catch (IOException e) {
            notices.say(Notice.stop("Not remembered", Told.of(e)));
        }
    }
}
