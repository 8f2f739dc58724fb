/** SHA-1 over many values at once, with the platform's vector instructions. */
package app.lacuna.lanes;
