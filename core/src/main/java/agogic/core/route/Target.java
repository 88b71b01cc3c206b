package agogic.core.route;

/** What a route moves: a parameter of a device, by their ids. */
public record Target(String device, String parameter) {
    @Override
    public String toString() {
        return device + "/" + parameter;
    }
}
