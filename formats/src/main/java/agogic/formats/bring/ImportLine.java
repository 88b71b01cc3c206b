package agogic.formats.bring;

/**
 * A line of the report on a file that may be brought in.
 *
 * @param id by which it is switched off; empty if it cannot be taken
 * @param what was found, for people
 * @param count how many notes, changes or messages
 * @param becomes what it becomes here, or why it is not taken, for people
 */
public record ImportLine(String id, String what, int count, String becomes) {
    /** True if it is taken unless somebody says otherwise. */
    public boolean takes() {
        return !id.isEmpty();
    }
}
