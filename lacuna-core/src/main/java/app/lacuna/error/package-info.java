/**
 * The ways in which a job can fail, one type for each thing the user would do next, with data
 * instead of ready-made sentences: each front end turns them into words. Damage found in one file
 * of many is not thrown but reported.
 */
package app.lacuna.error;
