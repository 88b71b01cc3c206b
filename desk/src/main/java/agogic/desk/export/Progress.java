package agogic.desk.export;

import java.io.IOException;

/** How far long work is; whoever looks may end it. */
@FunctionalInterface
public interface Progress {
    /** Nobody looks. */
    Progress UNSEEN = part -> {};

    /**
     * It is so far.
     *
     * @param part 0 to 1
     * @throws IOException if it is to end: {@link Cancelled}
     */
    void at(double part) throws IOException;

    /** A person ended the work: nothing of it is left. */
    final class Cancelled extends IOException {
        private static final long serialVersionUID = 1;

        public Cancelled() {
            super("It was cancelled; nothing was written.");
        }
    }
}
