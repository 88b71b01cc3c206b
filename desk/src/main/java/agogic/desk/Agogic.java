package agogic.desk;

import agogic.desk.command.Commands;

/** Where the program begins. */
public final class Agogic {
    private Agogic() {}

    /** Without words the window opens; else the command is run and its exit code returned. */
    public static void main(String[] words) {
        System.exit(Commands.run(words));
    }
}
