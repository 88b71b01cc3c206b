package agogic.core.time;

/** What a lane is fixed to: the music (beats) or the clock (seconds). */
public enum Lock {
    BEATS,
    SECONDS
}
