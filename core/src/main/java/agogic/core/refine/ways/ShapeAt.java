package agogic.core.refine.ways;

import agogic.core.envelope.Shape;

/** A shape at a place: how much of the way is done, how fast it is there, and what a greater amount adds. */
public final class ShapeAt {
    private static final int NEWTON = 3;
    /** An exponent so small hardly bends. */
    private static final double HARDLY = 1e-3;

    /** The exponent of the bent way that was asked for last, and what that grows by in all. */
    private double exponent;

    private double all;

    /** How much of the way is done; how fast it is there; and what a greater amount adds. */
    public double part;

    public double rise;
    public double more;

    /** The amount with which a way has done {@code wanted} at u; NaN if there is none. */
    double amount(Shape.Kind kind, double now, double u, double wanted) {
        if (kind == Shape.Kind.S) {
            double usual = u * u * (3 - 2 * u);
            double hand = (wanted - usual) / (u * u * u * (10 + u * (6 * u - 15)) - usual);
            return hand >= 0 ? hand : (wanted - usual) / (usual - u);
        }
        double amount = now;
        for (int k = 0; k < NEWTON; k++) {
            at(kind, amount, u);
            amount += (wanted - part) / more;
        }
        return Math.abs(amount) > 1e-4 && amount >= -1 && amount <= 1 ? amount : Double.NaN;
    }

    /** Works out a shape and its change by its amount at a part of its way, 0..1. */
    public void at(Shape.Kind kind, double amount, double u) {
        if (kind == Shape.Kind.S) {
            double usual = u * u * (3 - 2 * u);
            double steep = 6 * u * (1 - u);
            boolean hand = amount > 0;
            more = hand ? u * u * u * (10 + u * (6 * u - 15)) - usual : usual - u;
            part = usual + amount * more;
            rise = steep + amount * (hand ? 30 * u * u * (1 - u) * (1 - u) - steep : steep - 1);
            return;
        }
        double k = 8 * amount;
        if (Math.abs(k) < HARDLY) {
            // The first terms of its series: beyond those nothing is seen.
            double bulge = u * (u - 1);
            double tilt = 2 * u - 1;
            part = u + k * bulge * (0.5 + k * tilt / 12);
            rise = 1 + k * (tilt / 2 + k * (6 * bulge + 1) / 12);
            more = 8 * bulge * (0.5 + k * tilt / 6);
            return;
        }
        if (k != exponent) {
            exponent = k;
            all = Math.expm1(k);
        }
        double grown = Math.exp(k * u);
        part = (grown - 1) / all;
        rise = k * grown / all;
        more = 8 * (u * grown - part * (all + 1)) / all;
    }
}
