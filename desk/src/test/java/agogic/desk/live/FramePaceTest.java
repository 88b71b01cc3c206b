package agogic.desk.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

/** How often something is drawn: what a hand moves always at once, what plays as often as is wanted, what stands hardly. */
class FramePaceTest {
    private static final long SECOND = 1_000_000_000L;

    @Test
    void whatAHandMovesIsDrawnAsEverWhoeverWantsLessMotion() {
        Random random = new Random(7);
        for (int i = 0; i < 2000; i++) {
            long moved = (long) (random.nextDouble() * FramePace.AWAKE);
            long changed = (long) (random.nextDouble() * moved);
            assertThat(FramePace.frame(true, moved, changed, true))
                    .isEqualTo(FramePace.frame(true, moved, changed, false))
                    .isLessThan(SECOND / 25);
        }
    }

    @Test
    void whatPlaysIsDrawnTwiceASecondWithLessMotion() {
        assertThat(FramePace.frame(true, 5 * SECOND, 0, true)).isEqualTo(SECOND / 2);
        assertThat(FramePace.frame(true, 5 * SECOND, 0, false)).isEqualTo(SECOND / 20);
    }

    @Test
    void theLongerNothingHappensTheLessIsDone() {
        long before = 0;
        for (long since = 0; since < 30 * SECOND; since += SECOND / 10) {
            long tick = FramePace.tick(false, since);
            assertThat(tick).isGreaterThanOrEqualTo(before);
            before = tick;
            assertThat(FramePace.tick(true, since)).isEqualTo(FramePace.tick(false, 0));
            assertThat(FramePace.frame(false, since, since, false))
                    .isEqualTo(FramePace.frame(false, since, since, true));
        }
        assertThat(FramePace.frame(false, 20 * SECOND, 20 * SECOND, false)).isGreaterThanOrEqualTo(SECOND);
    }
}
