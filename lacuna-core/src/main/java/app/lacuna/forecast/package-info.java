/**
 * How large an archive will be, in how many e-mails or discs it goes, and how long packing takes,
 * before it is packed: {@link app.lacuna.forecast.Forecaster} packs samples of the real files.
 */
package app.lacuna.forecast;
