package agogic.formats.session;

import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import agogic.formats.file.FormatException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Optional;

/** A surface to and from JSON: in a session, in a map and in a description of its own. */
final class SurfaceJson {
    private SurfaceJson() {}

    static Surface read(Json json) throws FormatException {
        Optional<Json> pages = json.maybe("pages");
        List<Page> list = pages.isPresent() ? pages.get().list(SurfaceJson::page) : List.of();
        return json.make(() -> new Surface(
                json.text("id"),
                json.text("name"),
                json.text("port"),
                json.list("controls", SurfaceJson::control),
                list));
    }

    private static Page page(Json json) throws FormatException {
        Optional<Json> button = json.maybe("button");
        Optional<String> by = button.isPresent() ? Optional.of(button.get().text()) : Optional.empty();
        return json.make(() -> new Page(json.text("name"), by));
    }

    private static Control control(Json json) throws FormatException {
        int touch = json.maybe("touchNote").isPresent() ? json.whole("touchNote") : -1;
        boolean turned = json.maybe("turned").isPresent() && json.flag("turned");
        boolean shows = json.maybe("shows").isPresent() && json.flag("shows");
        Json address = json.at("address");
        return json.make(() -> new Control(
                json.text("id"),
                json.text("name"),
                json.word("kind", Control.Kind.class),
                address(address),
                touch,
                turned,
                shows));
    }

    private static Address address(Json json) throws FormatException {
        int channel = json.whole("channel");
        String message = json.text("message");
        return json.make(() -> switch (message) {
            case "cc" -> new Address.Cc(channel, json.whole("number"));
            case "cc_pair" -> new Address.CcPair(channel, json.whole("number"));
            case "rpn" -> new Address.Rpn(channel, json.whole("number"));
            case "nrpn" -> new Address.Nrpn(channel, json.whole("number"));
            case "relative" -> new Address.Relative(
                    channel, json.whole("number"), json.word("encoding", Address.Encoding.class));
            case "bend" -> new Address.Bend(channel);
            case "pressure" -> new Address.Pressure(channel);
            case "key_pressure" -> new Address.KeyPressure(channel, json.whole("number"));
            case "note" -> new Address.Note(channel, json.whole("number"));
            default -> throw json.at("message")
                    .error("expected cc, cc_pair, rpn, nrpn, relative, bend, pressure, key_pressure or note, found “"
                            + message + "”");
        });
    }

    static ObjectNode write(Surface surface) {
        ObjectNode json = PartsWriter.object()
                .put("id", surface.id())
                .put("name", surface.name())
                .put("port", surface.port());
        json.set("controls", PartsWriter.list(surface.controls(), SurfaceJson::control));
        ArrayNode pages = json.putArray("pages");
        for (Page page : surface.pages()) {
            ObjectNode one = pages.addObject().put("name", page.name());
            page.button().ifPresent(button -> one.put("button", button));
        }
        return json;
    }

    private static ObjectNode control(Control control) {
        ObjectNode json = PartsWriter.object()
                .put("id", control.id())
                .put("name", control.name())
                .put("kind", PartsWriter.word(control.kind()));
        json.set("address", address(control.address()));
        if (control.touchSensitive()) {
            json.put("touchNote", control.touchNote());
        }
        if (control.turned()) {
            json.put("turned", true);
        }
        if (control.shows()) {
            json.put("shows", true);
        }
        return json;
    }

    private static ObjectNode address(Address address) {
        ObjectNode said = PartsWriter.object().put("channel", address.channel());
        if (address instanceof Address.Cc cc) {
            said.put("message", "cc").put("number", cc.number());
        } else if (address instanceof Address.CcPair pair) {
            said.put("message", "cc_pair").put("number", pair.number());
        } else if (address instanceof Address.Rpn rpn) {
            said.put("message", "rpn").put("number", rpn.number());
        } else if (address instanceof Address.Nrpn nrpn) {
            said.put("message", "nrpn").put("number", nrpn.number());
        } else if (address instanceof Address.Relative relative) {
            said.put("message", "relative").put("number", relative.number());
            said.put("encoding", PartsWriter.word(relative.encoding()));
        } else if (address instanceof Address.KeyPressure key) {
            said.put("message", "key_pressure").put("number", key.number());
        } else if (address instanceof Address.Note note) {
            said.put("message", "note").put("number", note.number());
        } else {
            said.put("message", address instanceof Address.Pressure ? "pressure" : "bend");
        }
        return said;
    }
}
