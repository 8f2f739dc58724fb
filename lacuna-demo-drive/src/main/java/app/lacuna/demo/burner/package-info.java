/** The simulated drive, as a drive of the program. */
package app.lacuna.demo.burner;
