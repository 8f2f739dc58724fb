/** Letting go of readable files: what would go and what would stay, then doing it, then undoing. */
package app.lacuna.desktop.parts.clearing;
