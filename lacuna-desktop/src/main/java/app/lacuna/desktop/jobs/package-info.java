/** Work in the background for view models: one action, its progress, its end. */
package app.lacuna.desktop.jobs;
