package app.lacuna.desktop.parts.viewer;

import app.lacuna.common.CancelToken;
import app.lacuna.preview.Orientation;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Duration;
import java.util.Iterator;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.event.IIOReadProgressListener;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.MemoryCacheImageInputStream;

/** Decodes pictures from memory, no larger than is needed, and turns them upright. */
final class Pictures {
    /** The screen has no more points than this. */
    private static final int MAX_SIDE = 2400;

    /** A picture that claims more would take gigabytes to decode. */
    private static final long MAX_POINTS = 110_000_000;

    /** Twice what the largest picture that is decoded here takes on a slow computer. */
    private static final Duration LONGEST = Duration.ofSeconds(30);

    private Pictures() {}

    /** Ends the decoder at its next row of points. */
    private record GivingUp(CancelToken givenUp) implements IIOReadProgressListener {
        private void look(ImageReader reader) {
            if (givenUp.isCancelled()) {
                reader.abort();
            }
        }

        @Override
        public void imageStarted(ImageReader reader, int image) {
            look(reader);
        }

        @Override
        public void imageProgress(ImageReader reader, float percent) {
            look(reader);
        }

        @Override
        public void imageComplete(ImageReader reader) {}

        @Override
        public void readAborted(ImageReader reader) {}

        @Override
        public void sequenceStarted(ImageReader reader, int image) {}

        @Override
        public void sequenceComplete(ImageReader reader) {}

        @Override
        public void thumbnailStarted(ImageReader reader, int image, int thumbnail) {}

        @Override
        public void thumbnailProgress(ImageReader reader, float percent) {}

        @Override
        public void thumbnailComplete(ImageReader reader) {}
    }

    /**
     * @param width of the whole picture, upright
     */
    record Decoded(Image image, int width, int height) {}

    /**
     * @throws IOException if it is no picture that can be shown
     * @throws TooManyPoints if it claims more than is decoded here
     */
    static Decoded decode(byte[] bytes, Orientation orientation, CancelToken cancel)
            throws IOException {
        return decode(bytes, orientation, cancel, LONGEST);
    }

    static Decoded decode(
            byte[] bytes, Orientation orientation, CancelToken cancel, Duration longest)
            throws IOException {
        return new TimeLimit(longest)
                .run(givenUp -> decodeUnlimited(bytes, orientation, givenUp), cancel);
    }

    private static Decoded decodeUnlimited(
            byte[] bytes, Orientation orientation, CancelToken givenUp) throws IOException {
        try (ImageInputStream in =
                new MemoryCacheImageInputStream(new ByteArrayInputStream(bytes))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new IOException("no reader for this kind of picture");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                reader.addIIOReadProgressListener(new GivingUp(givenUp));
                return decode(reader, orientation);
            } catch (RuntimeException e) {
                throw new IOException(e); // what damaged pictures do to decoders
            } finally {
                reader.dispose();
            }
        }
    }

    static final class TooManyPoints extends IOException {
        private static final long serialVersionUID = 1L;

        TooManyPoints() {
            super("too many points");
        }
    }

    private static Decoded decode(ImageReader reader, Orientation orientation) throws IOException {
        int width = reader.getWidth(0);
        int height = reader.getHeight(0);
        if ((long) width * height > MAX_POINTS) {
            throw new TooManyPoints();
        }
        int step = Math.max(1, Math.max(width, height) / MAX_SIDE);
        ImageReadParam parameters = reader.getDefaultReadParam();
        parameters.setSourceSubsampling(step, step, 0, 0);
        BufferedImage picture = turned(reader.read(0, parameters), orientation);
        boolean lying = orientation.degrees() % 180 != 0;
        return new Decoded(forScreen(picture), lying ? height : width, lying ? width : height);
    }

    private static BufferedImage turned(BufferedImage picture, Orientation orientation) {
        if (orientation.equals(Orientation.UPRIGHT)) {
            return picture;
        }
        boolean lying = orientation.degrees() % 180 != 0;
        int width = lying ? picture.getHeight() : picture.getWidth();
        int height = lying ? picture.getWidth() : picture.getHeight();
        AffineTransform turn = new AffineTransform();
        turn.translate(width / 2.0, height / 2.0);
        turn.rotate(Math.toRadians(orientation.degrees()));
        if (orientation.mirrored()) {
            turn.scale(-1, 1);
        }
        turn.translate(-picture.getWidth() / 2.0, -picture.getHeight() / 2.0);
        BufferedImage upright = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        Graphics2D graphics = upright.createGraphics();
        graphics.setRenderingHint(
                RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        graphics.drawImage(picture, turn, null);
        graphics.dispose();
        return upright;
    }

    /** Also what the drawn pages of a PDF go through. */
    static Image forScreen(BufferedImage picture) {
        int width = picture.getWidth();
        int height = picture.getHeight();
        WritableImage image = new WritableImage(width, height);
        int[] line = new int[width];
        for (int y = 0; y < height; y++) {
            picture.getRGB(0, y, width, 1, line, 0, width);
            image.getPixelWriter()
                    .setPixels(0, y, width, 1, PixelFormat.getIntArgbInstance(), line, 0, width);
        }
        return image;
    }
}
