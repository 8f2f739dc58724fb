/**
 * An archive as e-mail: how it is spread over messages that are small enough, what a message says,
 * how large it is on the wire, drafts for another mail program, handing messages to a mail service,
 * and putting together what arrives.
 */
package app.lacuna.mail;
