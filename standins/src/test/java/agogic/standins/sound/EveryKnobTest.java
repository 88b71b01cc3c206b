package agogic.standins.sound;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** No control of a face is a dummy: moved from one end to the other, each changes what is heard. */
@Tag("long")
class EveryKnobTest {
    /** One track of the piece, and the bus it may go through. */
    private static Session alone(String track) {
        Session session = SlowComet.score();
        List<Track> kept = session.tracks().stream()
                .filter(t -> t.id().equals(track) || t.bus())
                .toList();
        return bare(session).withTracks(kept);
    }

    /** Without lanes and macros: each parameter stands where it is put. */
    private static Session bare(Session session) {
        return session.withLanes(List.of()).withRoutes(List.of()).withMacros(List.of());
    }

    /** Every continuous parameter a third up its way: nothing hides another because it is shut. */
    private static Session opened(Session session) {
        Session open = session;
        for (Device device : session.devices()) {
            for (Parameter parameter : device.parameters()) {
                boolean rate = parameter.id().equals("rate") || parameter.unit() == Unit.SECONDS;
                if (!parameter.stepped() && !parameter.reserved() && !rate && parameter.unit() != Unit.DECIBEL) {
                    open = Resting.at(open, new Target(device.id(), parameter.id()), 0.35);
                } else if (parameter.group().startsWith("Band") && parameter.unit() == Unit.DECIBEL) {
                    open = Resting.at(open, new Target(device.id(), parameter.id()), 0.8);
                }
            }
        }
        return open;
    }

    private static double difference(float[] a, float[] b) {
        double most = 0;
        for (int i = 0; i < a.length; i++) {
            most = Math.max(most, Math.abs(a[i] - b[i]));
        }
        return most;
    }

    private static List<String> dummies(Session session, String device, double from, double to, int limit) {
        Device described = session.device(device);
        List<String> dummies = new ArrayList<>();
        int tried = 0;
        for (Parameter parameter : described.parameters()) {
            if (parameter.reserved() || tried++ >= limit) {
                continue;
            }
            Target target = new Target(device, parameter.id());
            float[] low = Rendering.render(Resting.at(session, target, 0), from, to);
            float[] high = Rendering.render(Resting.at(session, target, 1), from, to);
            // A full turn ends where it began: then a place on the way is asked.
            if (difference(low, high) < 1e-6
                    && difference(low, Rendering.render(Resting.at(session, target, 0.4), from, to)) < 1e-6) {
                dummies.add(parameter.name());
            }
        }
        return dummies;
    }

    @ParameterizedTest
    @CsvSource({
        "filter, glass, 11.4, 12.6, 20",
        "drone, drone, 11.0, 12.4, 24",
        "chorus, drone, 11.0, 12.4, 12",
        "clock-1, comet-1, 46.0, 48.5, 24",
        "panner-1, comet-1, 46.0, 47.5, 8",
        "voice, narration, 3.0, 5.0, 64",
    })
    void everyParameterIsHeard(String device, String track, double from, double to, int limit) {
        assertThat(dummies(opened(alone(track)), device, from, to, limit)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"echo, 24", "hall, 32"})
    void everyParameterOfTheBusIsHeard(String device, int limit) {
        Session session = opened(bare(SlowComet.score()));
        assertThat(dummies(session, device, 46.0, 48.4, limit)).isEmpty();
    }

    /** The first nineteen of the bank: its voice and the whole of its first partial. */
    @Test
    void theVoiceAndTheFirstPartialOfTheBankAreHeard() {
        assertThat(dummies(opened(alone("glass")), "partial-bank", 0.0, 1.6, 19))
                .isEmpty();
    }

    @Test
    void everyParameterOfThePlainKeysIsHeard() {
        Session glass = alone("glass");
        Track track = glass.tracks().get(0);
        Track keys = new Track(track.id(), track.name(), false, 1, List.of("keys"), track.clips());
        Session session = glass.withDevice(StandIns.plainKeys("keys"))
                .withTracks(
                        glass.tracks().stream().map(t -> t == track ? keys : t).toList());
        assertThat(dummies(opened(session), "keys", 0.0, 1.6, 8)).isEmpty();
    }

    @Test
    void everyTrackSoundsByItself() {
        for (Track track : SlowComet.score().tracks()) {
            if (track.bus()) {
                continue;
            }
            float[] samples = Rendering.render(alone(track.id()), 46, 52);
            double loudest = 0;
            for (float sample : samples) {
                loudest = Math.max(loudest, Math.abs(sample));
            }
            double before = track.id().equals("narration") ? loudestOf(alone(track.id()), 3, 6) : loudest;
            assertThat(before).as(track.name()).isGreaterThan(0.002).isLessThanOrEqualTo(1);
        }
    }

    private static double loudestOf(Session session, double from, double to) {
        float[] samples = Rendering.render(session, from, to);
        double[] all = new double[samples.length];
        for (int i = 0; i < all.length; i++) {
            all[i] = Math.abs(samples[i]);
        }
        return Arrays.stream(all).max().orElse(0);
    }
}
