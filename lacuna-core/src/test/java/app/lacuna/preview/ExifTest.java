package app.lacuna.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * The structures are put together by hand from Exif 2.3, TIFF 6.0, the PNG specification (third
 * edition) and RFC 9649.
 */
class ExifTest {
    private static final String LITTLE = "II*\0\10\0\0\0\1\0\22\1\3\0\1\0\0\0\6\0\0\0\0\0\0\0";
    private static final String BIG = "MM\0*\0\0\0\10\0\1\1\22\0\3\0\0\0\1\0\6\0\0\0\0\0\0";

    private static byte[] bytes(String... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (String part : parts) {
            out.writeBytes(part.getBytes(StandardCharsets.ISO_8859_1));
        }
        return out.toByteArray();
    }

    private static byte[] png(String tags) {
        String header = "\0\0\0\0IHDRcrc4";
        return bytes("\u0089PNG\r\n\32\n", header, "\0\0\0" + (char) tags.length(), "eXIf", tags);
    }

    private static byte[] webp(String tags) {
        String odd = "\3\0\0\0abc\0";
        return bytes(
                "RIFF\0\0\0\0WEBP", "VP8X", odd, "EXIF", (char) tags.length() + "\0\0\0", tags);
    }

    @Test
    void isFoundInEveryKindOfPicture() {
        for (String tags : new String[] {LITTLE, BIG}) {
            assertThat(Exif.orientation(bytes(tags))).as("TIFF").contains(6);
            assertThat(Exif.orientation(png(tags))).as("PNG").contains(6);
            assertThat(Exif.orientation(webp(tags))).as("WebP").contains(6);
            assertThat(Exif.orientation(webp("Exif\0\0" + tags))).as("WebP, headed").contains(6);
            String segment = "Exif\0\0" + tags;
            byte[] jpeg =
                    bytes(
                            "\u00ff\u00d8\u00ff\u00e0\0\4xx\u00ff\u00ff\u00e1\0",
                            (char) (segment.length() + 2) + segment);
            assertThat(Exif.orientation(jpeg)).as("JPEG behind another segment").contains(6);
        }
    }

    @Test
    void nothingIsNotedInAPictureWithoutIt() {
        assertThat(Exif.orientation(bytes("\u00ff\u00d8\u00ff\u00da\0\2"))).isEmpty();
        assertThat(Exif.orientation(bytes("\u0089PNG\r\n\32\n\0\0\0\0IHDRcrc4"))).isEmpty();
        assertThat(Exif.orientation(new byte[0])).isEmpty();
        assertThat(Exif.orientation(bytes("MM\0*\0\0\0\10\0\0\0\0"))).isEmpty();
    }

    @Test
    void nonsenseAndCutPicturesAreUpright() {
        Random random = new Random(8);
        for (byte[] picture : new byte[][] {bytes(LITTLE), png(BIG), webp(LITTLE)}) {
            for (int length = 0; length < picture.length; length++) {
                assertThat(Orientation.of(Arrays.copyOf(picture, length))).isNotNull();
                byte[] changed = picture.clone();
                changed[length] = (byte) random.nextInt();
                assertThat(Orientation.of(changed)).isNotNull();
            }
        }
    }
}
