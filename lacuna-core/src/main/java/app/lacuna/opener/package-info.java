/**
 * The opener page: one HTML file that opens an archive in a web browser, without a network. {@link
 * app.lacuna.opener.OpenerPage} puts it together from the scripts, the style and the words that lie
 * beside it as resources.
 */
package app.lacuna.opener;
