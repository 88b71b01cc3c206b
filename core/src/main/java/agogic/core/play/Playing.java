package agogic.core.play;

import agogic.core.session.Session;

/** What is played: a session, what it was made into for playing, and what is so of it, all of one moment. */
public record Playing(Session session, Plan plan, LiveState live) {
    /** The numbers of the parameters in {@link #live}. */
    public ParameterIndex index() {
        return plan.index;
    }
}
