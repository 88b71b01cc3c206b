package agogic.core.list;

import java.util.AbstractList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.RandomAccess;
import java.util.function.IntPredicate;

/**
 * An immutable list in blocks of {@value #BLOCK}. One with another element in one place shares all blocks but one with the
 * list it came from, so an edit of one thing does not cost what the whole list costs; and in what two lists differ is found
 * without looking into the blocks they share. Holds no null.
 */
public final class SharedList<T> extends AbstractList<T> implements RandomAccess {
    private static final int BITS = 6;
    private static final int BLOCK = 1 << BITS;

    private static final Object[] NOTHING = {};

    private final Object[][] blocks;
    private final int size;

    private SharedList(Object[][] blocks, int size) {
        this.blocks = blocks;
        this.size = size;
    }

    /** The same elements: the same object if it is such a list already. */
    @SuppressWarnings("unchecked")
    public static <T> SharedList<T> of(List<? extends T> all) {
        if (all instanceof SharedList) {
            return (SharedList<T>) all;
        }
        Object[] elements = all.toArray();
        Object[][] blocks = new Object[(elements.length + BLOCK - 1) >> BITS][];
        for (int b = 0; b < blocks.length; b++) {
            int from = b << BITS;
            blocks[b] = Arrays.copyOfRange(elements, from, Math.min(elements.length, from + BLOCK));
            for (Object element : blocks[b]) {
                Objects.requireNonNull(element);
            }
        }
        return new SharedList<>(blocks, elements.length);
    }

    @Override
    public int size() {
        return size;
    }

    @Override
    @SuppressWarnings("unchecked")
    public T get(int place) {
        Objects.checkIndex(place, size);
        return (T) blocks[place >> BITS][place & (BLOCK - 1)];
    }

    /** With {@code element} at {@code place}, which may be the one after the last. */
    public SharedList<T> with(int place, T element) {
        Objects.checkIndex(place, size + 1);
        Objects.requireNonNull(element);
        int b = place >> BITS;
        int in = place & (BLOCK - 1);
        Object[][] others = Arrays.copyOf(blocks, Math.max(blocks.length, b + 1));
        Object[] block = b == blocks.length ? new Object[1] : blocks[b];
        others[b] = Arrays.copyOf(block, Math.max(block.length, in + 1));
        others[b][in] = element;
        return new SharedList<>(others, Math.max(size, place + 1));
    }

    /**
     * Tells the places, in order, at which this list has another object than {@code before}, those past its end too, until
     * {@code goesOn} says no. What {@code before} has more is not told. True if it never said no.
     */
    public boolean others(SharedList<T> before, IntPredicate goesOn) {
        for (int b = 0; b < blocks.length; b++) {
            Object[] block = blocks[b];
            Object[] old = b < before.blocks.length ? before.blocks[b] : NOTHING;
            for (int i = 0; block != old && i < block.length; i++) {
                boolean same = i < old.length && block[i] == old[i];
                if (!same && !goesOn.test((b << BITS) + i)) {
                    return false;
                }
            }
        }
        return true;
    }
}
