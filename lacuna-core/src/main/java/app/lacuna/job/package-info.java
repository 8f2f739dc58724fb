/** The use cases, joining the rest: the door for the command line and the desktop. */
package app.lacuna.job;
