package agogic.formats.score;

/**
 * A key as it is written.
 *
 * @param fifths sharps, or, below 0, flats
 * @param mode {@code major} or {@code minor}
 */
record WrittenKey(int fifths, String mode) {
    /** As it sounds where what is written sounds so many half tones higher: seven fifths are one (mod 12). */
    String sounding(int higher) {
        int sounds = fifths;
        if (Math.floorMod(higher, 12) != 0) {
            sounds = Math.floorMod(fifths + 7 * higher, 12);
            sounds = sounds > 6 ? sounds - 12 : sounds;
        }
        return sounds + " " + mode;
    }
}
