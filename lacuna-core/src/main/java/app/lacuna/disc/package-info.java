/** Discs: how many it takes, and what goes onto which. */
package app.lacuna.disc;
