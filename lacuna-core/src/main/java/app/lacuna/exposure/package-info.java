/**
 * What somebody without the password can read in an archive, what they could change without being
 * noticed, and who can open it: {@link app.lacuna.exposure.Exposure}, from a plan or from a
 * finished archive.
 */
package app.lacuna.exposure;
