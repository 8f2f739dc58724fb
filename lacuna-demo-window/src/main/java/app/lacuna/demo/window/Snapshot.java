package app.lacuna.demo.window;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import javafx.scene.Scene;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javax.imageio.ImageIO;

/** Saves what a scene shows as a PNG. */
final class Snapshot {
    private Snapshot() {}

    static void save(Scene scene, Path file) throws IOException {
        WritableImage image = scene.snapshot(null);
        int width = (int) image.getWidth();
        int height = (int) image.getHeight();
        int[] pixels = new int[width * height];
        image.getPixelReader()
                .getPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(), pixels, 0, width);
        BufferedImage copy = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        copy.setRGB(0, 0, width, height, pixels, 0, width);
        if (!ImageIO.write(copy, "png", file.toFile())) {
            throw new IOException("no PNG writer");
        }
    }
}
