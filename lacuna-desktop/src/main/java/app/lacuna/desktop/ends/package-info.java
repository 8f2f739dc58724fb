/** What is readable beside a locked copy, as every place of the window sees it. */
package app.lacuna.desktop.ends;
