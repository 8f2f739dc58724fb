/** Changes to the open archive until they are written, copies in other programs, locking anew. */
package app.lacuna.desktop.parts.changing;
