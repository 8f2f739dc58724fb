package app.lacuna.job;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.compression.Level;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.Recovery;
import java.nio.file.Path;

/** Writes a set of discs in a Java of its own: whether its heap is enough, is what it is about. */
final class WriteDiscs {
    private WriteDiscs() {}

    /** What goes onto discs, where the images go, the bytes of a disc, how it is spread. */
    public static void main(String[] arguments) throws Exception {
        DiscsResult result =
                Discs.write(
                        Discs.order(
                                Long.parseLong(arguments[2]),
                                Spread.valueOf(arguments[3]),
                                Recovery.ONE_DISC),
                        PackOptions.STANDARD.withNames(Names.HIDDEN).withLevel(Level.STORE),
                        Path.of(arguments[1]),
                        Path.of(arguments[0]));
        System.out.println(result.discs().size());
    }
}
