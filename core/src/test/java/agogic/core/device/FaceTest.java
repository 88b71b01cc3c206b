package agogic.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class FaceTest {
    private static Parameter parameter(String id, String name, String group) {
        return Parameter.continuous(id, name, group, Unit.PERCENT, Taper.LINEAR, 0, 100, 50);
    }

    private static Face face(List<Parameter> all) {
        return Face.of(Device.of("d", "Device", "", all, 4, List.of()));
    }

    @Test
    void alikeGroupsBecomeABankOfWhichOneAspectIsShown() {
        List<Parameter> all = new ArrayList<>();
        all.add(parameter("out", "Output", "Voice"));
        for (int i = 1; i <= 5; i++) {
            all.add(parameter("l" + i, "Band " + i + " · Level", "Band " + i));
            all.add(parameter("w" + i, "Band " + i + " · Width", "Band " + i));
        }
        Face face = face(all);
        assertThat(face.groups()).hasSize(1);
        assertThat(face.groups().get(0).title()).isEqualTo("Voice");
        Face.Bank bank = face.banks().get(0);
        assertThat(bank.title()).isEqualTo("Band");
        assertThat(bank.aspects()).containsExactly("Level", "Width");
        assertThat(bank.members()).hasSize(5);
        assertThat(bank.aspect(1)).extracting(Parameter::id).containsExactly("w1", "w2", "w3", "w4", "w5");
    }

    @Test
    void fewOrUnlikeGroupsStandByThemselves() {
        Face face = face(List.of(
                parameter("a", "Low · Gain", "Low"),
                parameter("b", "High · Gain", "High"),
                parameter("c", "Alone", "")));
        assertThat(face.banks()).isEmpty();
        assertThat(face.groups()).extracting(Face.Group::title).containsExactly("Low", "High", "Device");
    }

    @Test
    void everyParameterIsOnTheFaceOnce() {
        List<Parameter> all = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            all.add(parameter("x" + i, "X " + i, i % 3 == 0 ? "" : "Group " + i / 4));
        }
        Face face = face(all);
        List<String> shown = new ArrayList<>();
        face.groups().forEach(g -> g.parameters().forEach(p -> shown.add(p.id())));
        face.banks().forEach(b -> b.parameters().forEach(m -> m.forEach(p -> shown.add(p.id()))));
        assertThat(shown).hasSize(40).doesNotHaveDuplicates();
    }
}
