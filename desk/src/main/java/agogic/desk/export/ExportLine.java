package agogic.desk.export;

/** What can be carried out of a piece: each a line of the Export view. */
enum ExportLine {
    MIDI("MIDI file", "Notes, tempo, sections and lanes as controllers", ".mid"),
    CLIP("MIDI 2.0 clip", "Notes and lanes with 32-bit values, for programs that read MIDI 2.0", ".midi2"),
    AUDIO("Audio", "What is heard, as one WAV file", ".wav"),
    STEMS("Stems", "A WAV file of each track and bus; their sum is the audio", ""),
    TABLES("Tables", "The points of each lane, and all lanes as heard, for a spreadsheet", ""),
    PICTURE("Picture", "All lanes as an SVG picture, sharp at any size", ".svg"),
    SHEET("Sheet", "What every control does, as PDF", ".pdf"),
    FOLDER("Everything in a folder", "All of it with a README and sums, for somebody who has not this program", "");

    private final String title;
    private final String about;
    private final String ending;

    ExportLine(String title, String about, String ending) {
        this.title = title;
        this.about = about;
        this.ending = ending;
    }

    String title() {
        return title;
    }

    String about() {
        return about;
    }

    /** The ending of its file with its dot; empty for a folder. */
    String ending() {
        return ending;
    }

    /** True if it is several files in a folder. */
    boolean folder() {
        return ending.isEmpty();
    }
}
