package agogic.desk.export;

import agogic.core.session.Destination.Part;

/** What can be carried out of a piece: each a line of the Export view. */
public enum ExportLine {
    MIDI(Part.MIDI, "Notes, tempo, sections and lanes as controllers", ".mid"),
    MIDI_TRACKS(Part.MIDI_TRACKS, "A MIDI file of each track and bus", ""),
    MIDI_DEVICES(Part.MIDI_DEVICES, "A MIDI file of the lanes of each device", ""),
    CLIP(Part.CLIP, "Notes and lanes with 32-bit values, for programs that read MIDI 2.0", ".midi2"),
    AUDIO(Part.AUDIO, "What is heard, as one WAV file", ".wav"),
    STEMS(Part.STEMS, "A WAV file of each track and bus; their sum is the audio", ""),
    TABLES(Part.TABLES, "The points of each lane, and all lanes as heard, for a spreadsheet", ""),
    PICTURE(Part.PICTURE, "All lanes, sharp at any size", ".pdf"),
    SHEET(Part.SHEET, "What every control does, as PDF", ".pdf"),
    SESSION(Part.SESSION, "The piece for Agogic, with its audio inside", ".agogic");

    private final Part part;
    private final String about;
    private final String ending;

    ExportLine(Part part, String about, String ending) {
        this.part = part;
        this.about = about;
        this.ending = ending;
    }

    /** What of a destination it is. */
    Part part() {
        return part;
    }

    /** What it is called. */
    public String title() {
        return part.title();
    }

    /** What is in it. */
    public String about() {
        return about;
    }

    /** The ending of its file as it usually is, with its dot; empty for a folder. */
    public String ending() {
        return ending;
    }

    /** The ending of its file with its dot; empty for a folder. */
    String ending(String picture) {
        return this == PICTURE ? "." + picture : ending;
    }

    /** True if it is several files in a folder. */
    boolean folder() {
        return ending.isEmpty();
    }
}
