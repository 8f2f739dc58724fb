/**
 * What is readable beside a locked copy, and how it goes: {@link app.lacuna.looseends.LooseEnds}
 * looks at what is known, {@link app.lacuna.looseends.ClearPlan} says what would go and what would
 * stay, {@link app.lacuna.looseends.ClearJob} lets go of what {@link app.lacuna.looseends.Evidence}
 * shows to be in a proved archive, byte for byte.
 */
package app.lacuna.looseends;
