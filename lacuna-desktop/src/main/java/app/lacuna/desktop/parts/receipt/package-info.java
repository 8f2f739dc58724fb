/** The page after packing: what was done, what is proved, what is still readable. */
package app.lacuna.desktop.parts.receipt;
