/**
 * Names and durability of files in the file system, whatever they contain: links, presence, forcing
 * of folders, and the steps at which a test can stop the process.
 */
package app.lacuna.files;
