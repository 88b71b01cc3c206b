package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.session.Session;
import agogic.formats.file.FormatException;
import agogic.standins.comet.SlowComet;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The reader of documents beside Jackson's own; and what is written without a tree beside what is written with one. */
class TreeTest {
    private static final ObjectMapper JACKSON = new ObjectMapper();
    private static final ObjectMapper STRICT = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS, DeserializationFeature.FAIL_ON_READING_DUP_TREE_KEY)
            .build();

    private static JsonNode read(String text) throws IOException {
        return Tree.parse("d", text.getBytes(StandardCharsets.UTF_8));
    }

    private static String random(Random random, int deep) {
        int kind = random.nextInt(deep > 3 ? 6 : 8);
        StringBuilder text = new StringBuilder();
        switch (kind) {
            case 0 -> text.append(random.nextInt());
            case 1 -> text.append(random.nextLong()).append(random.nextInt(4) == 0 ? "0000" : "");
            case 2 -> text.append(random.nextGaussian() * Math.pow(10, random.nextInt(40) - 20));
            case 3 -> text.append(random.nextBoolean());
            case 4 -> text.append("null");
            case 5 -> text.append('"')
                    .append("wöd\\n".repeat(random.nextInt(9)))
                    .append('"');
            default -> {
                boolean list = kind == 6;
                text.append(list ? "[" : "{");
                for (int i = random.nextInt(6); i > 0; i--) {
                    text.append(list ? "" : "\"n" + i + "\":").append(random(random, deep + 1));
                    text.append(i > 1 ? " , " : "");
                }
                text.append(list ? "]" : "}");
            }
        }
        return text.toString();
    }

    @Property(tries = 300)
    void theSameTreeAsJacksons(@ForAll long seed) throws IOException {
        String text = random(new Random(seed), 0);
        assertThat(read(text)).isEqualTo(JACKSON.readTree(text));
        assertThat(read(text).toString()).isEqualTo(JACKSON.readTree(text).toString());
    }

    private static String cell(Random random, boolean odd, int deep) {
        return switch (random.nextInt(odd ? 9 : deep > 0 ? 2 : 5)) {
            case 0 -> Double.toString(random.nextGaussian() * Math.pow(10, random.nextInt(40) - 20));
            case 1 -> Integer.toString(random.nextInt());
            case 2 -> random.nextBoolean() ? "true" : "false";
            case 3 -> "\"word" + random.nextInt(odd ? 200 : 5) + "\"";
            case 4 -> row(random, odd, deep + 1);
            case 5 -> "null";
            case 6 -> Long.toString(random.nextLong());
            case 7 -> "{\"a\":[[1,2],[3]]}";
            default -> "\"a longer text than a word may be at the most\"";
        };
    }

    private static String row(Random random, boolean odd, int deep) {
        List<String> cells = new ArrayList<>();
        for (int i = random.nextInt(6); i > 0; i--) {
            cells.add(cell(random, odd && deep < 4, deep));
        }
        return "[" + String.join(", ", cells) + "]";
    }

    /** Long lists of short lists, most of them like points, some of them broken by something else at any place. */
    @Property(tries = 400)
    void longListsAreAsJacksonHasThem(@ForAll long seed) throws IOException {
        Random random = new Random(seed);
        List<String> rows = new ArrayList<>();
        int odd = random.nextBoolean() ? -1 : random.nextInt(150);
        for (int i = 0; i < 100 + random.nextInt(60); i++) {
            rows.add(i == odd && random.nextInt(4) == 0 ? "7" : row(random, i == odd, 0));
        }
        String text = "{\"points\":[" + String.join(",", rows) + "],\"more\":1}";
        JsonNode read = read(text);
        JsonNode own = JACKSON.readTree(text);
        assertThat(read).isEqualTo(own);
        assertThat(read.toString()).isEqualTo(own.toString());
        for (int i = 0; i < rows.size(); i++) {
            assertThat(read.get("points").get(i)).isEqualTo(own.get("points").get(i));
        }
        assertThat(read.get("points").get(rows.size())).isNull();
        String cut = text.substring(0, 12 + random.nextInt(text.length() - 13));
        assertThatThrownBy(() -> read(cut)).isInstanceOf(FormatException.class);
    }

    /** Several long lists between other things, among these texts that look like lists; and the same cut or with a wrong letter. */
    @Property(tries = 200)
    void longListsBesideOtherThings(@ForAll long seed) throws IOException {
        Random random = new Random(seed);
        StringBuilder text = new StringBuilder(random.nextInt(5) == 0 ? "\uFEFF{" : "{");
        for (int k = 0; k < 1 + random.nextInt(4); k++) {
            String rows = String.join(
                    random.nextBoolean() ? "," : " ,\n\t",
                    Collections.nCopies(60 + random.nextInt(10), row(random, false, 0)));
            text.append(random.nextBoolean() ? "\"t" + k + "\" : \"[[1],\\\\\\\"[[ö\", " : "")
                    .append(random.nextBoolean() ? "\"e" + k + "\" : [[], [[2]]], " : "")
                    .append("\"a" + k + "\" : [ " + rows + " ], \"n" + k + "\" : " + random(random, 1) + ",");
        }
        text.append("\"end\":[]}");
        byte[] wrong = text.toString().getBytes(StandardCharsets.UTF_8);
        assertThat(Tree.parse("d", wrong)).isEqualTo(JACKSON.readTree(wrong));
        wrong[random.nextInt(wrong.length)] = (byte) (32 + random.nextInt(90));
        byte[] part = Arrays.copyOf(wrong, random.nextBoolean() ? wrong.length : 1 + random.nextInt(wrong.length));
        JsonNode[] both = new JsonNode[2];
        Throwable jackson = catchThrowable(() -> both[0] = STRICT.readTree(part));
        Throwable own = catchThrowable(() -> both[1] = Tree.parse("d", part));
        assertThat(own == null).isEqualTo(jackson == null);
        assertThat(both[1]).isEqualTo(both[0]);
        if (jackson instanceof JsonProcessingException json && json.getLocation() != null) {
            assertThat(own).hasMessageContaining("line " + json.getLocation().getLineNr());
        }
    }

    /** A name that stands there twice is told where it stands the second time, whatever comes behind it. */
    @Test
    void aNameThatStandsThereTwiceIsToldAtTheName() {
        String rows = String.join(",\n", Collections.nCopies(80, "[1, 2]"));
        for (String behind : List.of("\n]}", "", ",[")) {
            byte[] text = ("{\"a\": 1,\n\"a\": [" + rows + behind).getBytes(StandardCharsets.UTF_8);
            assertThatThrownBy(() -> Tree.parse("d", text))
                    .hasMessageContaining("line 2, ")
                    .hasMessageContaining("twice");
        }
    }

    @Test
    void whatIsNoJsonIsToldWithItsPlace() {
        for (String bad :
                List.of("{\"a\":1,\"a\":2}", "[1,2", "{\"a\"", "[1] 2", "[1,]", "{1:2}", "nul", "\"\u0001\"")) {
            assertThatThrownBy(() -> read(bad))
                    .as(bad)
                    .isInstanceOf(FormatException.class)
                    .hasMessageContaining("line 1")
                    .hasMessageContaining("this is no JSON");
        }
    }

    @Test
    void aLaneOfMoreThanTenThousandPointsComesBack(@TempDir Path folder) throws IOException {
        Random random = new Random(7);
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < 10_500; i++) {
            Shape shape = i % 3 == 0 ? Shape.HOLD : i % 3 == 1 ? Shape.bent(random.nextDouble()) : Shape.STRAIGHT;
            points.add(new Point(i / 7.0, random.nextDouble(), shape, i % 5 == 0, i % 11 == 0 ? i + 1 : 0));
        }
        Session comet = SlowComet.session();
        Lane lane = comet.lanes().stream()
                .filter(l -> !comet.parameter(l.target()).stepped())
                .findFirst()
                .orElseThrow();
        Session session = comet.with(Lane.drawn(lane.target(), Envelope.of(points)));
        SessionFile.save(folder.resolve("long.agogic"), session);
        assertThat(SessionFile.open(folder.resolve("long.agogic"))).isEqualTo(session);
        JsonNode written = JACKSON.readTree(JACKSON.writeValueAsBytes(PartsWriter.points(Envelope.of(points))));
        JsonNode short_ =
                JACKSON.readTree(JACKSON.writeValueAsBytes(PartsWriter.points(Envelope.of(points.subList(0, 9_000)))));
        assertThat(written).hasSize(10_500);
        for (int i = 0; i < 9_000; i++) {
            assertThat(written.get(i)).isEqualTo(short_.get(i));
        }
    }
}
