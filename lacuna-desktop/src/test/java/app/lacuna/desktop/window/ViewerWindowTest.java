package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.zip.CRC32;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.control.TableView;
import javafx.scene.control.TextArea;
import javafx.scene.image.ImageView;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javax.imageio.ImageIO;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Every kind of file in the viewer, out of a real archive. */
class ViewerWindowTest extends InWindow {
    /** The last of them is left with its lines only. */
    private static Path kinds(Path folder) throws IOException {
        Path kinds = Files.createDirectories(folder.resolve("kinds"));
        Files.writeString(
                kinds.resolve("diary.txt"), "Flood at six, nobody on site.\n".repeat(9_000));
        Files.write(
                kinds.resolve("old-diary.txt"),
                "Grübchen mit Asche über der Schwelle, Maße geprüft."
                        .getBytes(Charset.forName("windows-1252")));
        Files.writeString(
                kinds.resolve("levels.csv"), "point;level;note\n" + "L1;1.85;wet\n".repeat(400));
        BufferedImage picture = arrow();
        for (String format : List.of("png", "jpg", "gif", "bmp", "tiff")) {
            ImageIO.write(picture, format, kinds.resolve("arrow." + format).toFile());
        }
        Files.write(
                kinds.resolve("turned.jpg"),
                turned(Files.readAllBytes(kinds.resolve("arrow.jpg"))));
        // One point, lossy; these bytes are from memory.
        Files.write(
                kinds.resolve("dot.webp"),
                Base64.getDecoder()
                        .decode("UklGRiQAAABXRUJQVlA4IBgAAAAwAQCdASoBAAEAAgA0JaQAA3AA/vuUAAA="));
        Files.write(kinds.resolve("broken.png"), new byte[] {(byte) 0x89, 'P', 'N', 'G', 1, 2});
        Files.write(kinds.resolve("claims.png"), hugeClaim());
        Files.write(kinds.resolve("sheet.pdf"), pdf());
        Files.write(
                kinds.resolve("broken.pdf"),
                "%PDF-1.7 nothing".getBytes(StandardCharsets.US_ASCII));
        Files.write(kinds.resolve("tide.wav"), wav());
        byte[] bytes = new byte[5_000];
        new java.util.Random(1).nextBytes(bytes);
        Files.write(kinds.resolve("total-station.bin"), bytes);
        try (var large = new java.io.RandomAccessFile(kinds.resolve("film.raw").toFile(), "rw")) {
            large.setLength(70_000_000);
        }
        return kinds;
    }

    /** Points up, red at its head. */
    private static BufferedImage arrow() {
        BufferedImage image = new BufferedImage(300, 200, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setColor(new Color(120, 100, 70));
        graphics.fillRect(0, 0, 300, 200);
        graphics.setColor(Color.RED);
        graphics.fillRect(100, 0, 100, 60);
        graphics.dispose();
        return image;
    }

    /** With a note (Exif 2.3, tag 0x0112) that it has to be turned by 90 degrees. */
    private static byte[] turned(byte[] jpeg) {
        byte[] exif =
                "Exif\0\0MM\0*\0\0\0\10\0\1\1\22\0\3\0\0\0\1\0\6\0\0\0\0\0\0"
                        .getBytes(StandardCharsets.ISO_8859_1);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(jpeg, 0, 2);
        out.writeBytes(new byte[] {(byte) 0xff, (byte) 0xe1, 0, (byte) (exif.length + 2)});
        out.writeBytes(exif);
        out.write(jpeg, 2, jpeg.length - 2);
        return out.toByteArray();
    }

    /** 50,000 by 50,000 points in a few bytes: the head of a PNG (ISO/IEC 15948, 11.2.2). */
    private static byte[] hugeClaim() {
        ByteBuffer head = ByteBuffer.allocate(17);
        head.put("IHDR".getBytes(StandardCharsets.US_ASCII)).putInt(50_000).putInt(50_000);
        head.put(new byte[] {8, 2, 0, 0, 0});
        CRC32 crc = new CRC32();
        crc.update(head.array());
        ByteBuffer png = ByteBuffer.allocate(33);
        png.put(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10}).putInt(13);
        return png.put(head.array()).putInt((int) crc.getValue()).array();
    }

    private static byte[] pdf() throws IOException {
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < 3; i++) {
                PDPage page = new PDPage(PDRectangle.A5);
                document.addPage(page);
                try (PDPageContentStream contents = new PDPageContentStream(document, page)) {
                    contents.setNonStrokingColor(0.2f * i + 0.3f, 0.4f, 0.3f);
                    contents.addRect(60, 300, 200, 150);
                    contents.fill();
                }
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    private static byte[] wav() throws IOException {
        AudioFormat format = new AudioFormat(8_000, 8, 1, true, false);
        byte[] samples = new byte[16_000];
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        AudioSystem.write(
                new AudioInputStream(new ByteArrayInputStream(samples), format, samples.length),
                AudioFileFormat.Type.WAVE,
                out);
        return out.toByteArray();
    }

    private void open() throws Exception {
        Path archive =
                packed(
                        outbox.resolve("kinds.zip"),
                        PackOptions.STANDARD,
                        "ebb",
                        List.of(kinds(outbox)));
        openArchive(archive, "ebb");
    }

    private Node viewer() {
        return lookup("#viewer").query();
    }

    private ImageView shownPicture() throws Exception {
        until(() -> lookup("#viewer .image-view").tryQuery().isPresent());
        ImageView view = lookup("#viewer .image-view").query();
        until(() -> view.getImage() != null);
        return view;
    }

    @Tag("slow")
    @Test
    void everyKindIsShownFromMemory() throws Exception {
        open();
        ContactSheet sheet = new ContactSheet();

        look("/diary.txt");
        TextArea text = lookup("#viewer-text").query();
        assertThat(text.getText()).startsWith("Flood at six");
        assertThat(text("#page-where")).isEqualTo("1 of 3");
        clickOn("#page-next");
        assertThat(text("#page-where")).isEqualTo("2 of 3");
        sheet.add(pictureOf(viewer()));

        look("old-diary.txt");
        assertThat(lookup("#viewer-text").queryAs(TextArea.class).getText()).contains("Maße");
        assertThat(text("#viewer-detail")).contains("read as windows-1252");

        look("levels.csv");
        TableView<?> table = lookup("#viewer-table").query();
        assertThat(table.getItems()).hasSize(400);
        assertThat(table.getColumns()).extracting(c -> c.getText()).contains("level");
        sheet.add(pictureOf(viewer()));

        for (String format : List.of("png", "jpg", "gif", "bmp", "tiff")) {
            look("arrow." + format);
            assertThat(shownPicture().getImage().getWidth()).as(format).isEqualTo(300);
            until(() -> text("#viewer-detail").startsWith("300 × 200"));
        }

        look("dot.webp");
        assertThat(shownPicture().getImage().getWidth()).isEqualTo(1);

        look("turned.jpg");
        ImageView turned = shownPicture();
        assertThat(turned.getImage().getWidth()).isEqualTo(200);
        assertThat(turned.getImage().getHeight()).isEqualTo(300);
        var head = turned.getImage().getPixelReader().getColor(190, 150);
        assertThat(head.getRed()).as("its head points to the right").isGreaterThan(0.8);
        sheet.add(pictureOf(viewer()));

        look("broken.png");
        until(
                () ->
                        !lookup("It begins like a picture, but can not be shown.")
                                .queryAll()
                                .isEmpty());
        look("claims.png");
        until(
                () ->
                        !lookup(
                                        "The picture claims more points than can be shown here: take it"
                                                + " out to see it.")
                                .queryAll()
                                .isEmpty());
        sheet.add(pictureOf(viewer()));

        look("sheet.pdf");
        assertThat(shownPicture().getImage().getHeight()).isGreaterThan(600);
        until(() -> lookup("#page-where").tryQuery().isPresent());
        assertThat(text("#page-where")).isEqualTo("1 of 3");
        clickOn("#page-next");
        sheet.add(pictureOf(viewer()));
        look("broken.pdf");
        until(() -> viewerSays("It begins like a PDF"));

        look("tide.wav");
        assertThat(viewerSays("2.0 s, one channel, 8,000 Hz")).isTrue();
        clickOn("#sound-play");
        boolean plays = text("#sound-play").equals("Stop");
        boolean saysWhy = text("#sound-trouble").startsWith("This computer has no way");
        assertThat(plays).as("it plays, or says why not").isNotEqualTo(saysWhy);
        sheet.add(pictureOf(viewer()));

        look("total-station.bin");
        ListView<?> hex = lookup("#viewer-hex").query();
        assertThat(hex.getItems()).hasSize(625);
        assertThat((String) hex.getItems().get(0)).startsWith("00000000  ");
        sheet.add(pictureOf(viewer()));

        look("film.raw");
        assertThat(viewerSays("Larger than 64 MB")).isTrue();
        sheet.add(pictureOf(viewer()));
        sheet.save("viewer-kinds", 4);
    }

    private boolean viewerSays(String beginning) {
        return lookup("#viewer .label").queryAll().stream()
                .map(node -> ((javafx.scene.control.Labeled) node).getText())
                .anyMatch(text -> text.startsWith(beginning));
    }

    @Test
    void whatWasCopiedLeavesTheClipboardWhenItLocks() throws Exception {
        open();
        look("old-diary.txt");
        clickOn("#viewer-text");
        press(KeyCode.CONTROL).type(KeyCode.A).type(KeyCode.C).release(KeyCode.CONTROL);
        assertThat(clipboard()).contains("Grübchen");
        clickOn("#lock");
        until(() -> open.state().get() == app.lacuna.desktop.places.open.OpenState.LOCKED);
        assertThat(clipboard()).doesNotContain("Grübchen");
    }

    private String clipboard() {
        String[] text = new String[1];
        interact(() -> text[0] = String.valueOf(Clipboard.getSystemClipboard().getString()));
        return text[0];
    }
}
