package agogic.desk.acts;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * What a person can point at. Each act is for some of these; the menu of a thing, the list of keys and the search for an
 * act are made from here. What people do most stands first; what is rarer is in a submenu.
 */
public enum Subject {
    ROUTE(
            "Route",
            lines("ride-selected", "mode", "open-in-refine"),
            lines("span", "type-value", "learn-route"),
            more("Writing", "into", "pin", "rehearse", "protect", "punch", "punch-now"),
            lines("switch", "route-disconnect")),
    CONTROL(
            "Control",
            lines("hand-connect", "hand-learn", "learn-route", "hand-span", "span", "hand-lane", "open-in-refine"),
            lines("hand-page", "hand-rename", "show-in-surfaces"),
            more("Message", "hand-again", "hand-any-channel", "hand-turned", "hand-shows"),
            lines("hand-disconnect", "hand-remove", "route-disconnect")),
    SPAN("Span", lines("span", "span-reverse", "span-full", "type-value"), lines("learn-route", "open-in-refine")),
    PARAMETER(
            "Parameter",
            lines("expose", "open-lane", "learn-control", "open-in-refine", "type-value", "learn-route"),
            lines("short-name", "macro-of", "face", "show-in-catalog", "protect"),
            lines("fit", "take-back")),
    SOCKET("Socket", lines("open-lane", "learn-control", "short-name"), lines("fit"), lines("take-back")),
    PLACE(
            "Place in a lane",
            lines("row-add-point", "play-here", "open-in-refine"),
            lines("loop-from", "loop-to"),
            more("Time here", "section", "tempo", "metre"),
            lines("ride-selected")),
    POINT(
            "Point",
            lines("delete-point", "row-delete-point", "point-part", "points-equal"),
            more("Segment", "row-way-hold", "row-way-straight", "row-way-bent-slow", "row-way-bent-fast", "row-way-s"),
            more(
                    "Segment",
                    "way-hold",
                    "way-straight",
                    "way-bent-slow",
                    "way-bent-fast",
                    "way-s",
                    "amount-more",
                    "amount-less"),
            more("Move", "point-earlier", "point-later", "point-bit-earlier", "point-bit-later"),
            lines("points-copy", "play-here", "open-in-refine")),
    SEGMENT(
            "Segment",
            lines("way-hold", "way-straight", "way-bent-slow", "way-bent-fast", "way-s"),
            lines("amount-more", "amount-less")),
    LANE(
            "Lane",
            lines("add-point", "add-typed", "points-paste", "play-here"),
            more("Choose", "choose-all", "choose", "points-equal", "points-copy", "lanes-with"),
            more(
                    "Shape",
                    "shape",
                    "copy-range",
                    "draft",
                    "draft-loudness",
                    "loudness",
                    "loudness-all",
                    "patterns",
                    "pattern-remove"),
            more(
                    "Versions",
                    "version-keep",
                    "version-next",
                    "version-hear",
                    "version-back",
                    "version-remove",
                    "version-keep-all"),
            more("Lane", "carry", "protect", "into", "clear")),
    LAYER(
            "Layer",
            lines("layer-off", "layer-alone", "layer-name"),
            lines("layer-convert", "layer-add", "layer-next"),
            lines("layer-remove")),
    RIDE(
            "Ride",
            lines("take-next", "take-count", "take-name"),
            more("Recipe", "recipe-close", "recipe-usual", "recipe-broad", "recipe-all"),
            lines("take-part", "take-average", "ride-selected", "version-next")),
    CLIP(
            "Clip",
            lines("clip-copy", "clip-repeat", "clip-cut", "clip-join"),
            lines("clip"),
            more("Audio", "clip-audio", "clip-inside"),
            more("Clipboard", "clip-pick", "clip-paste"),
            more("Move", "clip-earlier", "clip-later", "clip-next"),
            lines("clip-remove")),
    TRACK(
            "Track",
            lines("track-name", "listen", "track-up", "track-down"),
            more("Add", "add-sound", "add-device", "add-track", "add-bus"),
            more("Templates", "template-keep-track", "template-use-track"),
            lines("track-remove")),
    DEVICE(
            "Device",
            lines("face", "fit", "device-port"),
            lines("device-up", "device-down", "add-sound"),
            more("Templates", "template-keep", "template-use"),
            lines("device-remove")),
    SURFACE(
            "Surface",
            lines("surface-walk", "surface-rename", "beside"),
            more("Pages", "page-on", "page-back", "page-add", "page-rename", "page-remove"),
            more("Files", "surface-save", "map-save", "map-use", "sheet"),
            lines("surface-new", "surface-remove")),
    PAGE("Page", lines("page-on", "page-back"), lines("page-rename", "page-add"), lines("page-remove")),
    MACRO(
            "Macro",
            lines("macro-members", "macro-learn", "macro-lane"),
            lines("macro-whole", "macro-socket", "macro-rename"),
            lines("macro-new", "macro-delete")),
    MEMBER("Member of a macro", lines("macro-span", "macro-follow"), lines("macro-members", "macro-lane")),
    BAR(
            "Bar",
            lines("play-here", "loop-from", "loop-to", "loop"),
            lines("section", "tempo", "metre", "length"),
            more("Shown bars", "zoom-in", "zoom-out", "whole", "scroll-back", "scroll-on")),
    SECTION(
            "Section",
            lines("play-here", "loop-section"),
            lines("section", "section-earlier", "section-later"),
            lines("tempo", "metre")),
    SNAPSHOT(
            "Snapshot",
            lines("snapshot-drop", "snapshot-pad", "snapshots-between"),
            lines("set-settings", "snapshot-take", "sets"),
            lines("snapshots-remove")),
    EXPORT(
            "Export",
            lines("export-line", "destination-part", "export-all", "export-cancel"),
            lines("export-midi", "sheet", "export-less"),
            lines("table-take")),
    DESTINATION(
            "Destination",
            lines("export-all", "destination-elsewhere", "destination-next"),
            lines("destination-new", "destination-name", "destination-keep"),
            lines("destination-delete")),
    PORT("Port", lines("clock", "panic")),
    PLAYING(
            "Playing and riding",
            lines("play", "ride", "take-afterwards", "listen"),
            lines("punch", "punch-now", "loop"),
            more("Position", "start", "end", "go"),
            more("Audio output", "audio-output", "audio-test", "latency", "latency-measure", "keyboards")),
    ANSWER(
            "Bar at the foot",
            lines("answer-1", "answer-2", "answer-3"),
            lines("undo", "redo", "take-afterwards"),
            more("Rehearsal", "write-rehearsal", "drop-rehearsal"),
            lines("asked")),
    PIECE(
            "Piece",
            lines("new-piece", "bring-in", "save"),
            more(
                    "Files",
                    "open",
                    "piece-name",
                    "save-as",
                    "save-shapes",
                    "bring-shapes",
                    "version-keep-all",
                    "start-page",
                    "quit"),
            more("Add", "add-track", "add-bus", "add-sound", "add-device"),
            more("Export", "view-export", "export-midi", "sheet", "export-all"),
            more("Time", "length", "section", "tempo", "metre", "clock"),
            lines("undo", "redo")),
    WINDOW(
            "Window",
            more("Views", "view-routes", "view-catalog", "view-surfaces", "view-refine", "view-export"),
            lines("find-act", "guide", "keys", "settings"),
            more("Show", "drawer", "sets", "riding-view", "row-height", "beside", "light", "full-screen", "aloud"),
            more("Text size", "text-larger", "text-smaller", "text-usual"),
            more("Search", "search", "filter-rows", "filter-table", "here"));

    /** The most lines that a menu may have. */
    public static final int MOST = 9;

    private final String words;
    private final List<Group> groups;

    Subject(String words, Group... groups) {
        this.words = words;
        this.groups = List.of(groups);
    }

    /**
     * Some lines of a menu that belong together.
     *
     * @param title of the submenu that they are in; empty if they stand in the menu itself
     * @param acts their ids
     */
    public record Group(String title, List<String> acts) {}

    private static Group lines(String... acts) {
        return new Group("", List.of(acts));
    }

    private static Group more(String title, String... acts) {
        return new Group(title, List.of(acts));
    }

    /** What it is called. */
    public String words() {
        return words;
    }

    /** Its menu, from above. */
    public List<Group> groups() {
        return groups;
    }

    /** The ids of the acts on it. */
    public List<String> acts() {
        return groups.stream().flatMap(g -> g.acts().stream()).distinct().toList();
    }

    /** What an act is about, the first of these first; empty if it is about nothing. */
    public static List<Subject> of(String act) {
        List<Subject> all = new ArrayList<>(Arrays.asList(values()));
        all.removeIf(s -> !s.acts().contains(act));
        return all;
    }
}
