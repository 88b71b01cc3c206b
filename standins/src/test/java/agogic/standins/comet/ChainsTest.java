package agogic.standins.comet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.expose.Chains;
import agogic.core.expose.Removing;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.standins.sound.StandIns;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Tracks and devices come, move and go, whole: on the demo, which has everything that can hang on them. */
class ChainsTest {
    private static List<String> names(Session session) {
        return session.tracks().stream().map(Track::name).toList();
    }

    @Test
    void aTrackComesBeforeTheBusesOnAChannelOfItsOwn() {
        Session session = Chains.addTrack(SlowComet.score(), "Reeds", false, Optional.of(StandIns.plainKeys("keys")));
        int place = names(session).indexOf("Reeds");
        assertThat(session.tracks().get(place + 1).bus()).isTrue();
        Track reeds = session.tracks().get(place);
        assertThat(reeds.devices()).hasSize(1);
        assertThat(session.tracks().stream().filter(t -> t.channel() == reeds.channel()))
                .hasSize(1);
        assertThat(names(Chains.addTrack(session, "Wash", true, Optional.empty())))
                .endsWith("Wash");
        assertThat(names(Chains.rename(session, reeds.id(), " Pipes "))).contains("Pipes");
        assertThatThrownBy(() -> Chains.rename(session, reeds.id(), " ")).hasMessageContaining("name");
    }

    @Test
    void movedThereAndBackItIsTheSame() {
        Session session = SlowComet.score();
        for (Track track : session.tracks()) {
            for (int by : new int[] {1, 2}) {
                int place = session.tracks().indexOf(track);
                if (place + by < session.tracks().size()) {
                    Session there = Chains.moveTrack(session, track.id(), by);
                    assertThat(Chains.moveTrack(there, track.id(), -by)).isEqualTo(session);
                }
            }
        }
        assertThatThrownBy(() -> Chains.moveDevice(session, "filter", -1)).hasMessageContaining("stays first");
        assertThatThrownBy(() -> Chains.moveDevice(session, "filter", 1)).hasMessageContaining("at the end");
        Session hallFirst = Chains.moveDevice(session, "hall", -1);
        assertThat(Chains.moveDevice(hallFirst, "hall", 1)).isEqualTo(session);
    }

    @Test
    void whatGoesIsToldAndNothingOfItStays() {
        Session session = SlowComet.session();
        for (Track track : session.tracks()) {
            Removing removing = Removing.track(session, track.id());
            Session after = removing.apply(session);
            assertThat(after.tracks()).hasSize(session.tracks().size() - 1);
            assertThat(after.devices())
                    .hasSize(session.devices().size() - track.devices().size());
            assertThat(after.routes()).hasSize(session.routes().size() - removing.routes());
            assertThat(after.rides())
                    .hasSize(session.rides().size() - removing.rides().size());
            track.devices().forEach(id -> assertThat(after.lanes())
                    .noneMatch(l -> l.target().device().equals(id)));
            assertThat(removing.inWords(session))
                    .contains(session.device(track.devices().get(0)).name());
        }
        Removing filter = Removing.device(session, "filter");
        assertThat(filter.inWords(session)).contains("point").contains("route").contains("1 ride");
        Session without = filter.apply(session);
        assertThat(without.hasDevice("filter")).isFalse();
        assertThat(without.tracks()).hasSameSizeAs(session.tracks());
        Session one = session;
        for (Track track : session.tracks().subList(1, session.tracks().size())) {
            one = Removing.track(one, track.id()).apply(one);
        }
        Session last = one;
        assertThatThrownBy(() -> Removing.track(last, last.tracks().get(0).id()))
                .hasMessageContaining("one track");
    }
}
