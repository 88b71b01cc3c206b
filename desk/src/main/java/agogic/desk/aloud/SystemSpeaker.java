package agogic.desk.aloud;

import java.io.File;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.LinkedBlockingQueue;

/**
 * Speaks by the speech command of the system, one process a sentence, from a thread of its own. Which: {@code
 * -Dagogic.speaker}, else the first of {@code spd-say}, {@code espeak-ng}, {@code espeak} and {@code say} that is there.
 */
public final class SystemSpeaker implements Speaker {
    private static final List<List<String>> COMMANDS = List.of(
            List.of("spd-say", "--wait", "--"),
            List.of("espeak-ng", "--"),
            List.of("espeak", "--"),
            List.of("say", "--"));

    private final LinkedBlockingQueue<String> waiting = new LinkedBlockingQueue<>();
    private final List<String> command;
    private Thread thread;
    private Process speaking;

    /** Speaks by the first command for it that this machine has; if it has none it is silent. */
    public SystemSpeaker() {
        this(command().orElse(List.of()));
    }

    /** @param command what is run, the words behind it; empty for none */
    SystemSpeaker(List<String> command) {
        this.command = command;
    }

    private static Optional<List<String>> command() {
        String own = System.getProperty("agogic.speaker", "");
        if (!own.isEmpty()) {
            return Optional.of(List.of(own));
        }
        return COMMANDS.stream().filter(c -> found(c.get(0))).findFirst();
    }

    private static boolean found(String name) {
        for (String folder : System.getenv().getOrDefault("PATH", "").split(File.pathSeparator)) {
            if (new File(folder, name).canExecute()) {
                return true;
            }
        }
        return false;
    }

    @Override
    public String whyNot() {
        return command.isEmpty()
                ? "No speech command was found. Install speech-dispatcher (spd-say) or espeak-ng, then try again."
                : "";
    }

    @Override
    public synchronized void speak(String words, boolean now) {
        if (words.isBlank() || command.isEmpty()) {
            return;
        }
        if (now) {
            hush();
        }
        waiting.add(words);
        if (thread == null) {
            thread = new Thread(this::run, "agogic-aloud");
            thread.setDaemon(true);
            thread.start();
        }
    }

    @Override
    public synchronized void hush() {
        waiting.clear();
        if (speaking != null) {
            speaking.destroy();
        }
    }

    private void run() {
        try {
            while (true) {
                String words = waiting.take();
                List<String> whole = new ArrayList<>(command);
                whole.add(words);
                Process process = new ProcessBuilder(whole)
                        .redirectErrorStream(true)
                        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                        .start();
                synchronized (this) {
                    speaking = process;
                }
                process.waitFor();
            }
        } catch (IOException e) {
            // The command is gone: nobody hears it being said, so the next words try again.
            synchronized (this) {
                thread = null;
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
