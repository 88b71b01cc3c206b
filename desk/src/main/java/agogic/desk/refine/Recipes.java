package agogic.desk.refine;

import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;

/** Recipes by name: how close to the hand. */
enum Recipes {
    CLOSE("Close", "C", "As close to the hand as its codes allow: more points", 0.3, 0.01),
    USUAL("Usual", "U", "The usual tolerance and steadying", 1, 0.03),
    BROAD("Broad", "B", "The broad line of it: few points", 4, 0.08);

    private final String words;
    private final String key;
    private final String about;
    private final double tolerance;
    private final double steady;

    Recipes(String words, String key, String about, double tolerance, double steady) {
        this.words = words;
        this.key = key;
        this.about = about;
        this.tolerance = tolerance;
        this.steady = steady;
    }

    /** The id of its act. */
    String id() {
        return "recipe-" + words.toLowerCase(java.util.Locale.ROOT);
    }

    String words() {
        return words;
    }

    String key() {
        return key;
    }

    String about() {
        return about;
    }

    /** A recipe that is so close; what else it says stays. */
    Recipe of(Parameter parameter, Recipe recipe) {
        Recipe steadied = recipe.steadied(steady);
        return parameter.stepped() ? steadied : steadied.within(parameter.usualTolerance() * tolerance);
    }
}
