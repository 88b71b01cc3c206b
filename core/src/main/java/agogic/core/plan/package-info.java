/**
 * A session made ready for playing: every parameter has a number, every route, lane and macro its place, so that nothing is
 * looked up while it plays. A plan is a value like the session it was made of; what moves is in {@code play}.
 */
package agogic.core.plan;
