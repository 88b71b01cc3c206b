package agogic.core.route;

/** What a route moves: a parameter of a device, by their ids. */
public record Target(String device, String parameter) {
    // The key of most maps: said here, because what a record brings is put together by the machine at each start.
    @Override
    public boolean equals(Object other) {
        return other instanceof Target that && device.equals(that.device) && parameter.equals(that.parameter);
    }

    @Override
    public int hashCode() {
        return 31 * device.hashCode() + parameter.hashCode();
    }

    @Override
    public String toString() {
        return device + "/" + parameter;
    }
}
