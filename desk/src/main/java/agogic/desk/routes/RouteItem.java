package agogic.desk.routes;

import agogic.core.macro.Macro;
import agogic.core.session.Track;
import java.util.List;

/** What a row of the list in Routes is. */
sealed interface RouteItem {
    /** What stands in the place of a track for the macros. */
    Track MACROS = new Track("macros", "Macros", false, 1, List.of(Macro.DEVICE), List.of());

    record Group(Track track, int routes, String sockets) implements RouteItem {
        /** The same row, whatever its clips do. */
        @Override
        public boolean equals(Object other) {
            return other instanceof Group group
                    && group.routes == routes
                    && group.sockets.equals(sockets)
                    && group.track.id().equals(track.id())
                    && group.track.name().equals(track.name())
                    && group.track.devices().equals(track.devices());
        }

        @Override
        public int hashCode() {
            return track.id().hashCode();
        }
    }

    record Row(String route) implements RouteItem {}
}
