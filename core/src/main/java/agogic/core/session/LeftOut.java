package agogic.core.session;

import agogic.core.text.Text;

/**
 * Something of the file a piece was made of that is not in the piece.
 *
 * @param what it was, for people
 * @param count how many there were
 * @param why it is not there, for people
 */
public record LeftOut(String what, int count, String why) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public LeftOut {
        Text.sound("What was left out", what);
        if (what.isBlank() || count < 0) {
            throw new IllegalArgumentException("Something that was left out needs a name and a number from 0 on.");
        }
    }

    /** {@code Lyrics, 12: a piece has no words}. */
    public String spoken() {
        return what + ", " + count + ": " + why;
    }
}
