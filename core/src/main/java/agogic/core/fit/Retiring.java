package agogic.core.fit;

import agogic.core.device.Device;
import agogic.core.expose.TakingBack;
import agogic.core.route.Target;
import java.util.List;

/** Taking back what sits on a socket, but has no route, no points and moves nothing else. */
final class Retiring {
    private Retiring() {}

    static FitStep step(Device device, List<Target> idle) {
        List<String> ids = idle.stream().map(Target::parameter).toList();
        String names = Names.some(device, ids);
        return new FitStep(
                "take-back",
                FitStep.Kind.TAKE_BACK,
                idle.size(),
                -idle.size(),
                idle.size() == 1 ? "1 is exposed without use" : idle.size() + " are exposed without use",
                names,
                "nothing: no hand and no point moves " + (idle.size() == 1 ? "it" : "them"),
                0,
                ids,
                s -> TakingBack.of(s, idle).apply(s));
    }
}
