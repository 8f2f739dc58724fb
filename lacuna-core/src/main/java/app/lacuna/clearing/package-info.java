/**
 * Getting rid of what is readable: {@link app.lacuna.clearing.Clearer} deletes, {@link
 * app.lacuna.clearing.Register} knows what there is, so that what a killed process has left is
 * taken away at the next start and nothing that lies about is forgotten. Whoever makes a readable
 * file registers it before the first byte of it is on disk.
 */
package app.lacuna.clearing;
