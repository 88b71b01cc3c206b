package agogic.core.refine.tube;

/** Finds between which of rising times a time lies, in constant time where they are spread evenly, else by halving. */
final class Gaps {
    private static final int FEW = 8;

    private final double[] times;
    /** The last of the times at or before the beginning of each of many even spaces. */
    private final int[] first;

    private final double perTime;

    Gaps(double[] times) {
        this.times = times;
        int n = times.length;
        int spaces = Math.max(1, 2 * (n - 1));
        double length = times[n - 1] - times[0];
        perTime = length > 0 ? spaces / length : 0;
        first = new int[spaces + 2];
        int at = 0;
        for (int b = 0; b < first.length; b++) {
            while (at + 1 < n && (times[at + 1] - times[0]) * perTime < b) {
                at++;
            }
            first[b] = at;
        }
    }

    /** The last of the times at or before {@code time}, −1 if there is none. */
    int before(double time) {
        int n = times.length;
        if (!(time >= times[0])) {
            return -1;
        }
        if (time >= times[n - 1]) {
            return n - 1;
        }
        int space = (int) ((time - times[0]) * perTime);
        int low = first[space];
        int high = Math.min(n - 1, first[Math.min(first.length - 1, space + 2)] + 1);
        while (high - low > FEW) {
            int mid = (low + high) >>> 1;
            if (times[mid] <= time) {
                low = mid;
            } else {
                high = mid;
            }
        }
        while (low + 1 < n && times[low + 1] <= time) {
            low++;
        }
        return low;
    }
}
