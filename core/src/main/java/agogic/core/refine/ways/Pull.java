package agogic.core.refine.ways;

/** What the ways at a corner would have it do: the normal equations of a step in time and in value. */
public final class Pull {
    private double ofTime;
    private double ofValue;
    private double timeTime;
    private double timeValue;
    private double valueValue;

    /** The step that was solved last. */
    public double time;

    public double value;

    /** Forgets what pulled. */
    public void clear() {
        ofTime = 0;
        ofValue = 0;
        timeTime = 0;
        timeValue = 0;
        valueValue = 0;
    }

    /** Adds the products of a way: of what it is off with its changes by time and by value, and of those changes. */
    void add(double offTime, double offValue, double bothTime, double timeAndValue, double bothValue) {
        ofTime += offTime;
        ofValue += offValue;
        timeTime += bothTime;
        timeValue += timeAndValue;
        valueValue += bothValue;
    }

    /** Solves for a step, in time or value only if the other may not change. */
    public void solve(boolean inTime, boolean inValue, double damping) {
        double a = timeTime * (1 + damping);
        double b = valueValue * (1 + damping);
        time = 0;
        value = 0;
        double det = a * b - timeValue * timeValue;
        if (inTime && inValue && det > 0) {
            time = (timeValue * ofValue - b * ofTime) / det;
            value = (timeValue * ofTime - a * ofValue) / det;
        } else if (inValue && b > 0) {
            value = -ofValue / b;
        } else if (inTime && a > 0) {
            time = -ofTime / a;
        }
    }

    /** How much nearer the step that was solved last would be, were nothing in its way. */
    public double gain() {
        return -(ofTime * time + ofValue * value);
    }
}
