/**
 * Changes to an existing archive that are collected before anything is written: {@link
 * app.lacuna.edit.PendingChanges} takes edits and takes them back, {@link
 * app.lacuna.edit.ChangePlan} is what the archive will hold. Writing it is a job of its own.
 */
package app.lacuna.edit;
