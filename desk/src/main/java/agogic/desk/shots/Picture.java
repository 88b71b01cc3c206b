package agogic.desk.shots;

/** What a picture of the window shows. */
public enum Picture {
    ROUTES,
    REFINE,
    WRITING,
    RIDING,
    STOPPED,
    CATALOG,
    FIT,
    FACE,
    SURFACES,
    LEARN,
    MACRO,
    PLANE,
    BREATH,
    CLIPS,
    LAYERS,
    SHAPES,
    SNAPSHOTS,
    LOUDNESS,
    EXPORT,
    START;

    /**
     * The picture of this name.
     *
     * @throws IllegalArgumentException if there is none, with those there are
     */
    public static Picture named(String name) {
        for (Picture picture : values()) {
            if (picture.name().equalsIgnoreCase(name)) {
                return picture;
            }
        }
        throw new IllegalArgumentException(
                "There is no view “" + name
                        + "”. Expected routes, catalog, fit, face, surfaces, learn, macro, plane, breath, clips, layers, shapes, snapshots, refine, loudness, export, writing, riding, stopped or start.");
    }
}
