package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** A tree in one line, beside what the library says of the same tree. */
class OneLineTest {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
    private static final String LETTERS = "aé\u0000\n\t\"\\/\u2028\uD83D\uDE00\u007f…";

    private static String word(Random random) {
        StringBuilder word = new StringBuilder();
        LETTERS.codePoints().filter(letter -> random.nextBoolean()).forEach(word::appendCodePoint);
        return word.toString();
    }

    private static JsonNode tree(Random random, int depth) {
        switch (random.nextInt(depth > 0 ? 9 : 7)) {
            case 0:
                return NODES.textNode(word(random));
            case 1:
                return NODES.numberNode(random.nextGaussian() * Math.pow(10, random.nextInt(40) - 20));
            case 2:
                return NODES.numberNode(random.nextLong());
            case 3:
                return NODES.numberNode(random.nextInt(100));
            case 4:
                return NODES.booleanNode(random.nextBoolean());
            case 5:
                return NODES.nullNode();
            case 6:
                return NODES.numberNode(new double[] {0, -0.0, Double.NaN, 1 / 0.0}[random.nextInt(4)]);
            case 7:
                var array = NODES.arrayNode();
                for (int i = random.nextInt(4); i > 0; i--) {
                    array.add(tree(random, depth - 1));
                }
                return array;
            default:
                var object = NODES.objectNode();
                for (int i = random.nextInt(4); i > 0; i--) {
                    object.set(word(random) + i, tree(random, depth - 1));
                }
                return object;
        }
    }

    @Test
    void isWhatTheTreeSaysOfItself() {
        Random random = new Random(11);
        for (int i = 0; i < 3000; i++) {
            JsonNode tree = tree(random, 4);
            StringBuilder line = new StringBuilder();
            OneLine.append(line, tree);
            assertThat(line.toString()).isEqualTo(tree.toString());
        }
    }
}
