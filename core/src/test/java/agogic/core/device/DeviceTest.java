package agogic.core.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;
import org.junit.jupiter.api.Test;

class DeviceTest {
    private static final Parameter MIX = percent("m", "Mix");
    private static final Parameter DEPTH = percent("p", "Depth");
    private static final Parameter WIDTH = percent("w", "Width");
    private static final Parameter ALIVE = percent("k", "Keep alive").asReserved();

    private static Parameter percent(String id, String name) {
        return Parameter.continuous(id, name, "", Unit.PERCENT, Taper.LINEAR, 0, 100, 50);
    }

    private static Device device(int sockets, String... exposed) {
        return Device.of("d", "Dome", "", List.of(MIX, DEPTH, WIDTH, ALIVE), sockets, List.of(exposed));
    }

    @Test
    void aReservedParameterHoldsASocketThatNobodyElseGets() {
        Device held = device(2, "k", "m");
        assertThat(held.exposure("k")).isEqualTo(Exposure.RESERVED);
        assertThat(held.usable()).isEqualTo(1);
        assertThat(held.taken()).isEqualTo(1);
        assertThat(held.free()).isZero();
        assertThatIllegalArgumentException()
                .isThrownBy(() -> held.using(List.of(new Socket(1, List.of(Seat.of("k"), Seat.of("m")), List.of()))))
                .withMessageContaining("reserved and carries nothing else");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> device(4).wanting(List.of("k")))
                .withMessageContaining("Keep alive is reserved");
    }

    @Test
    void aDeviceOffersNoMoreSocketsThanItHas() {
        assertThatIllegalArgumentException()
                .isThrownBy(() -> device(1, "m", "p"))
                .withMessageContaining("offers 1 sockets");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> device(4, "m", "m"))
                .withMessageContaining("exposes Mix twice");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> device(4, "x"))
                .withMessageContaining("which it does not have");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> device(4, "m").using(List.of(Socket.of(2, "m"), Socket.of(2, "p"))))
                .withMessageContaining("second socket 2");
    }

    @Test
    void everyParameterIsHiddenWantedOrExposedAndLeavesWhole() {
        Device some = device(4, "m").wanting(List.of("p"));
        assertThat(some.exposure("m")).isEqualTo(Exposure.EXPOSED);
        assertThat(some.exposure("p")).isEqualTo(Exposure.WANTED);
        assertThat(some.exposure("w")).isEqualTo(Exposure.HIDDEN);
        assertThat(some.without("m").without("p")).isEqualTo(device(4));
        assertThat(some.exposure("gone")).isEqualTo(Exposure.HIDDEN);
        assertThatIllegalArgumentException()
                .isThrownBy(() -> some.find("gone"))
                .withMessageContaining("has no parameter “gone”");
    }

    @Test
    void onAJoinedSocketTheFirstLeadsAndLeavesLast() {
        Device two = device(4).with(new Socket(3, List.of(Seat.of("m"), Seat.of("p")), List.of()));
        assertThat(two.leaderOf("p")).contains("m");
        assertThat(two.leaderOf("m")).isEmpty();
        assertThat(two.socketOf("p")).isEqualTo(3);
        assertThat(two.free()).isEqualTo(1);
        assertThat(two.without("m").socketOf("p")).isEqualTo(3);
        assertThat(two.without("m").leaderOf("p")).isEmpty();
    }
}
