package agogic.core.score;

import agogic.core.text.Text;

/**
 * A dynamic mark.
 *
 * @param beat quarter notes from the start of the clip
 * @param level as the velocity of a note: 0 to 127
 * @param mark as it is written: {@code mf}
 */
public record Dynamic(double beat, double level, String mark) {
    /** Softest to loudest, a step of 16 each, from 16 on (common practice). */
    private static final String[] MARKS = {"ppp", "pp", "p", "mp", "mf", "f", "ff", "fff"};

    private static final double STEP = 16;

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Dynamic {
        Text.sound("A dynamic mark", mark);
        if (!(beat >= 0 && beat <= 1e6) || !(level >= 0 && level <= 127)) {
            throw new IllegalArgumentException("A dynamic mark needs a beat from 0 and a level from 0 to 127.");
        }
    }

    /** The level of a mark from {@code ppp} to {@code fff}; beyond them those; not a number for marks without one, such as {@code sfz}. */
    public static double levelOf(String mark) {
        for (int i = 0; i < MARKS.length; i++) {
            if (MARKS[i].equals(mark)) {
                return Math.min(127, STEP * (i + 1));
            }
        }
        return mark.matches("p{4,}") ? STEP / 2 : mark.matches("f{4,}") ? 127 : Double.NaN;
    }
}
