/** What is inside an archive: found, sorted, ticked, and what is to become of it. */
package app.lacuna.desktop.parts.inside;
