/** Taking things out: where to, what is in the way, what came out, clearing it again. */
package app.lacuna.desktop.parts.taking;
