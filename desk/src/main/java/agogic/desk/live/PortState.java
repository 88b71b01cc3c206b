package agogic.desk.live;

/**
 * What became of a port: open, or why not.
 *
 * @param surface the id of the surface on it, or the name of the port again
 */
public record PortState(String surface, String name, boolean open, String state) {}
