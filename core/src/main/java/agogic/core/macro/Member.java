package agogic.core.macro;

import agogic.core.route.Span;
import agogic.core.route.Target;

/** One parameter that a macro moves, or another macro. */
public sealed interface Member {
    /** What is moved. */
    Target target();

    /** Absolute: the macro's place goes through a span of its own. */
    record BySpan(Target target, Span span) implements Member {}

    /** Relative: it keeps its distance to the other members. It stands where it would stand without the macro, shifted. */
    record ByOffset(Target target) implements Member {}
}
