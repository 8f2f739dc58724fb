/**
 * A mail service that is none: it listens on this computer alone, keeps what it is given in a
 * mailbox, and can be made to fail in every way in which real ones do.
 */
package app.lacuna.demo.mail;
