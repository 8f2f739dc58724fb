/** A new password while it is typed. */
package app.lacuna.desktop.parts.password;
