/** Ways on which an archive leaves the computer, and what they have in common. */
package app.lacuna.delivery;
