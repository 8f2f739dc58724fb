/**
 * Recovery data for discs and sets of discs: a Reed-Solomon code over sectors, and the file that
 * carries it ({@code docs/RECOVERY.md}). Knows bytes and sectors, not what they mean.
 */
package app.lacuna.reedsolomon;
