package agogic.core.audio;

/** The greatest mean of so many numbers in a row, of all that came; used by one thread. */
final class GreatestMean {
    private final double[] window;
    private int next;
    private long count;
    private double sum;
    private double greatest;

    GreatestMean(int width) {
        window = new double[width];
    }

    void add(double value) {
        sum += value - window[next];
        window[next] = value;
        next++;
        count++;
        if (next == window.length) {
            next = 0;
            // Of what was added and taken away again nothing remains.
            sum = 0;
            for (double one : window) {
                sum += one;
            }
        }
        if (count >= window.length) {
            greatest = Math.max(greatest, sum / window.length);
        }
    }

    /** 0 if there were not so many. */
    double greatest() {
        return greatest;
    }
}
