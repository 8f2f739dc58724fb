/** Handing an archive to somebody: the opener page, the message, the password by another way. */
package app.lacuna.desktop.parts.handing;
