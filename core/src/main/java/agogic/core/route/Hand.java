package agogic.core.route;

/** Where a route begins: a control of a surface, by their ids. */
public record Hand(String surface, String control) {}
