package agogic.formats.midi;

import agogic.formats.bring.Controllers;
import java.util.ArrayList;
import java.util.List;

/** A track of a MIDI file: what it says on each channel. */
final class ImportedTrack {
    private final int place;
    private final String given;
    private final int port;
    private final List<ChannelContent> contents = new ArrayList<>();

    /**
     * A track.
     *
     * @param place among all, from 0
     * @param given its name in the file, or empty
     * @param port its number among the ports of the file
     * @param channels of each channel what is said on it, or null
     */
    ImportedTrack(int place, String given, int port, ChannelContent[] channels) {
        this.place = place;
        this.given = given;
        this.port = port;
        for (ChannelContent content : channels) {
            if (content != null) {
                contents.add(content);
            }
        }
    }

    int port() {
        return port;
    }

    String given() {
        return given;
    }

    List<ChannelContent> contents() {
        return contents;
    }

    /** What a channel of it is called. */
    String name(ChannelContent content) {
        boolean several = contents.size() > 1;
        if (given.isEmpty()) {
            return several ? "Channel " + content.channel() : "Track " + (place + 1);
        }
        return several ? given + " · ch " + content.channel() : given;
    }

    String notesId(ChannelContent content) {
        return "notes-" + (place + 1) + "-" + content.channel();
    }

    String streamId(ChannelContent content, Stream stream) {
        return "moves-" + (place + 1) + "-" + content.channel() + "-" + Controllers.id(stream.way(), stream.number());
    }
}
