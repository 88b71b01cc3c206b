package agogic.formats.session;

import agogic.core.audio.AudioFile;
import agogic.core.audio.AudioPart;
import agogic.core.time.Lock;
import agogic.formats.file.FormatException;
import com.fasterxml.jackson.databind.node.ObjectNode;

/** Audio files and what clips play of them, as JSON. */
final class AudioJson {
    private AudioJson() {}

    static ObjectNode write(AudioFile file) {
        ObjectNode json = PartsWriter.object().put("id", file.id()).put("path", file.path());
        if (file.inside()) {
            json.put("inside", true);
        }
        return json.put("rate", file.rate())
                .put("channels", file.channels())
                .put("frames", file.frames())
                .put("digest", file.digest())
                .put("loudness", file.loudness())
                .put("truePeak", file.truePeak());
    }

    static AudioFile file(Json json) throws FormatException {
        return json.make(() -> new AudioFile(
                json.text("id"),
                json.text("path"),
                json.maybe("inside").isPresent() && json.flag("inside"),
                json.whole("rate"),
                json.whole("channels"),
                json.large("frames"),
                json.text("digest"),
                json.number("loudness"),
                json.number("truePeak")));
    }

    static ObjectNode write(AudioPart part) {
        return PartsWriter.object()
                .put("file", part.file())
                .put("from", part.from())
                .put("to", part.to())
                .put("start", part.start())
                .put("loop", part.loop())
                .put("gain", part.gain())
                .put("fadeIn", part.fadeIn())
                .put("fadeOut", part.fadeOut())
                .put("lock", PartsWriter.word(part.lock()));
    }

    static AudioPart part(Json json) throws FormatException {
        return json.make(() -> new AudioPart(
                json.text("file"),
                json.number("from"),
                json.number("to"),
                json.number("start"),
                json.flag("loop"),
                json.number("gain"),
                json.number("fadeIn"),
                json.number("fadeOut"),
                json.word("lock", Lock.class)));
    }
}
