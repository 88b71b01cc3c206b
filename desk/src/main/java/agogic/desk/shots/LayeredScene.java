package agogic.desk.shots;

import agogic.core.edit.clip.Clips;
import agogic.core.edit.pass.PassWriter;
import agogic.core.edit.pass.Takes;
import agogic.core.midi.MidiScale;
import agogic.core.play.ScriptedPass;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;

/** The demo with layers: an offset over a ride, a ride in a clip that was copied, two takes of one stretch. */
final class LayeredScene {
    private static final Target CUTOFF = new Target("filter", "cutoff");

    private LayeredScene() {}

    static Session of(Session demo) {
        Session offset = ridden(demo, new Into(false, true), 64, 92, 80, 58);
        Session clip = ridden(offset, new Into(true, false), 16, 32, 50, 96);
        Session copied = Clips.copy(clip, "glass:2", 32).session();
        Session again = ridden(copied, Into.TIMELINE, 68, 84, 40, 70);
        int take = again.lane(CUTOFF).stretches().size() - 1;
        return Takes.rename(again, CUTOFF, 0, take, "Slower").withLoop(new Loop(68, 76, false));
    }

    /** A hand goes from one code to another and half the way back, in Latch. */
    private static Session ridden(Session session, Into into, double from, double to, int first, int last) {
        Route route = session.routes().stream()
                .filter(r -> r.target().equals(CUTOFF))
                .findFirst()
                .orElseThrow();
        Session armed = session.with(route.in(WriteMode.LATCH).into(into));
        double begin = session.timeline().secondsAt(from);
        double end = session.timeline().secondsAt(to);
        ScriptedPass pass = new ScriptedPass(armed, 0);
        int before = -1;
        for (int i = 0; i <= 200; i++) {
            double u = i / 200.0;
            double there = u < 0.4 ? reach(u / 0.4) : u < 0.6 ? 1 : 1 - 0.5 * reach((u - 0.6) / 0.4);
            int code = MidiScale.code7((first + (last - first) * there) / 127);
            if (code != before) {
                pass.add(0.3 + u * (end - begin) * 0.8, new byte[] {(byte) 0xB0, 20, (byte) code});
                before = code;
            }
        }
        Session written = PassWriter.write(armed, pass.run(begin, end));
        return written.with(written.route(route.id()).in(route.mode()).into(route.into()));
    }

    /** The way of a hand: minimum jerk. */
    private static double reach(double u) {
        return u * u * u * (10 - 15 * u + 6 * u * u);
    }
}
