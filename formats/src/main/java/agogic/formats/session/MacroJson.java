package agogic.formats.session;

import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Target;
import agogic.formats.file.FormatException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Optional;

/** A macro to and from JSON: a member with a span is absolute, one without keeps its distance. */
final class MacroJson {
    private MacroJson() {}

    static Macro read(Json json) throws FormatException {
        Macro bare = Macro.named(json.text("id"), json.text("name"));
        String shortName = json.maybe("shortName").isPresent() ? json.text("shortName") : "";
        return json.make(() -> new Macro(
                json.make(() -> bare.parameter().called(shortName).restingAt(json.number("resting"))),
                json.number("centre"),
                json.number("scale"),
                json.list("members", MacroJson::member)));
    }

    private static Member member(Json json) throws FormatException {
        Target target = new Target(json.text("device"), json.text("parameter"));
        Optional<Json> span = json.maybe("span");
        return span.isPresent() ? new Member.BySpan(target, PartsReader.span(span.get())) : new Member.ByOffset(target);
    }

    static ObjectNode write(Macro macro) {
        ObjectNode json = PartsWriter.object()
                .put("id", macro.id())
                .put("name", macro.name())
                .put("resting", macro.parameter().resting())
                .put("centre", macro.centre())
                .put("scale", macro.scale());
        if (!macro.parameter().shortName().isEmpty()) {
            json.put("shortName", macro.parameter().shortName());
        }
        ArrayNode members = json.putArray("members");
        for (Member member : macro.members()) {
            ObjectNode one = members.addObject()
                    .put("device", member.target().device())
                    .put("parameter", member.target().parameter());
            if (member instanceof Member.BySpan absolute) {
                one.set("span", PartsWriter.span(absolute.span()));
            }
        }
        return json;
    }
}
