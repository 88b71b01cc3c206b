package agogic.core.list;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class SharedListTest {
    private static List<String> plain(int size) {
        return IntStream.range(0, size).mapToObj(i -> "e" + i).toList();
    }

    /** After any replacements and additions it is what an ordinary list would be, and the first is what it was. */
    @Property(tries = 300)
    void isAsAnOrdinaryList(
            @ForAll @IntRange(max = 200) int size, @ForAll @Size(max = 40) List<@IntRange(max = 240) Integer> places) {
        List<String> ordinary = new ArrayList<>(plain(size));
        SharedList<String> first = SharedList.of(ordinary);
        SharedList<String> list = first;
        for (int place : places) {
            int at = Math.min(place, list.size());
            String fresh = "new" + place;
            list = list.with(at, fresh);
            if (at < ordinary.size()) {
                ordinary.set(at, fresh);
            } else {
                ordinary.add(fresh);
            }
        }
        assertThat(list).isEqualTo(ordinary).hasSameHashCodeAs(ordinary);
        assertThat(first).isEqualTo(plain(size));
        List<Integer> told = new ArrayList<>();
        assertThat(list.others(first, told::add)).isTrue();
        SharedList<String> now = list;
        assertThat(told)
                .isEqualTo(IntStream.range(0, list.size())
                        .filter(i -> i >= size || now.get(i) != first.get(i))
                        .boxed()
                        .toList());
    }

    @Test
    void whatDiffersIsToldUntilItIsEnough() {
        SharedList<String> first = SharedList.of(plain(130));
        SharedList<String> other = first.with(0, "a").with(70, "b").with(129, "c");
        List<Integer> told = new ArrayList<>();
        assertThat(other.others(first, place -> {
                    told.add(place);
                    return place < 70;
                }))
                .isFalse();
        assertThat(told).containsExactly(0, 70);
        assertThat(other.others(other, place -> false)).isTrue();
        assertThat(SharedList.of(other)).isSameAs(other);
    }

    @Test
    void noPlaceOutsideAndNoNull() {
        SharedList<String> list = SharedList.of(plain(64));
        assertThat(list.with(64, "x")).hasSize(65);
        assertThatThrownBy(() -> list.get(64)).isInstanceOf(IndexOutOfBoundsException.class);
        assertThatThrownBy(() -> list.with(65, "x")).isInstanceOf(IndexOutOfBoundsException.class);
        assertThatThrownBy(() -> list.with(-1, "x")).isInstanceOf(IndexOutOfBoundsException.class);
        assertThatThrownBy(() -> list.with(3, null)).isInstanceOf(NullPointerException.class);
        assertThatThrownBy(() -> list.add("x")).isInstanceOf(UnsupportedOperationException.class);
    }
}
