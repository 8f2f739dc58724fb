/**
 * The demo story as files: the winter season of an invented excavation on a tidal causeway. Made
 * from a fixed seed, so that every run gives the same files. {@link app.lacuna.demo.DemoData} is
 * the door.
 */
package app.lacuna.demo;
