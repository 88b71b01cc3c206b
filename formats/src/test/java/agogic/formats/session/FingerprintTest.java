package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.session.Destination;
import agogic.core.session.Session;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

class FingerprintTest {
    private static final Session FIRST = LongEditsTest.first();

    @Test
    void anEditChangesItWhereItGoesDoesNot() {
        String print = Fingerprint.of(FIRST);
        assertThat(print).matches("[0-9a-f]{64}").isEqualTo(Fingerprint.of(LongEditsTest.first()));
        Destination mix = FIRST.destinations().get(0);
        Session gone = FIRST.with(mix.gone("/there", print));
        assertThat(gone).isNotEqualTo(FIRST);
        assertThat(Fingerprint.of(gone)).isEqualTo(print);
        assertThat(Fingerprint.of(FIRST.named("Other"))).isNotEqualTo(print);
    }

    @Test
    void aDestinationSaysWhatItCannotBe() {
        Destination mix = FIRST.destinations().get(0);
        assertThat(FIRST.ownDestinations()).isEmpty();
        assertThatThrownBy(() -> mix.with(Set.of())).hasMessageContaining("one part at least");
        assertThatThrownBy(() -> mix.called(" ")).hasMessageContaining("needs a name");
        assertThatThrownBy(() -> mix.how().midi().withFine("8")).hasMessageContaining("7, 14, nrpn");
        assertThatThrownBy(() -> FIRST.withDestinations(List.of(mix, mix.called("to the MIX"))))
                .hasMessageContaining("two destinations");
        assertThatThrownBy(() -> Destination.of(FIRST.destinations(), "moon")).hasMessageContaining("“Archive”");
        assertThatThrownBy(() -> Destination.Part.of("piano")).hasMessageContaining("midi-tracks");
    }

    @Test
    void destinationsAreKeptAsATextWithoutWhereTheyWent() throws Exception {
        List<Destination> all = FIRST.destinations();
        String text = Destinations.text(List.of(all.get(0).gone("/there", "abc"), all.get(1)));
        assertThat(Destinations.of(text)).containsExactly(all.get(0), all.get(1));
        assertThatThrownBy(() -> Destinations.of("[]")).hasMessageContaining("are none");
        assertThatThrownBy(() -> Destinations.of("[{\"name\":\"x\"}]")).hasMessageContaining("parts");
        assertThatThrownBy(() -> Destinations.of("{")).hasMessageContaining("the destinations that were kept");
    }
}
