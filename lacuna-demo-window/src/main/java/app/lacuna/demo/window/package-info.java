/** Puts the demo story into the window, and takes pictures of it. */
package app.lacuna.demo.window;
