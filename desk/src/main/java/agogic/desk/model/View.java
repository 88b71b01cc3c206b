package agogic.desk.model;

/** The views there are, in the order of the work. */
public enum View {
    ROUTES("Routes", 1),
    CATALOG("Catalog", 2),
    SURFACES("Surfaces", 3),
    REFINE("Refine", 4),
    EXPORT("Export", 5);

    private final String title;
    private final int number;

    View(String title, int number) {
        this.title = title;
        this.number = number;
    }

    /** Its place in the order of the work, and its key. */
    public int number() {
        return number;
    }

    /** What it is called in the window. */
    public String title() {
        return title;
    }
}
