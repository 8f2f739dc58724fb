package app.lacuna.compression;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.zip.Deflater;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class BlockDeflaterTest {
    private static final int BLOCK = 1 << 19;

    private static byte[] text(int length) {
        StringBuilder text = new StringBuilder(length + 20);
        Random random = new Random(length);
        while (text.length() < length) {
            text.append("level ").append(random.nextInt(3_000)).append(random.nextInt(3));
        }
        return text.substring(0, length).getBytes();
    }

    private static byte[] inBlocks(byte[] plain, Level level) {
        ByteArrayOutputStream joined = new ByteArrayOutputStream();
        try (BlockDeflater deflater = new BlockDeflater(level)) {
            for (int at = 0; at < plain.length || at == 0; at += BLOCK) {
                int length = Math.min(BLOCK, plain.length - at);
                int dictionary = Math.min(BlockDeflater.DICTIONARY_BYTES, at);
                byte[] bytes = new byte[dictionary + length];
                System.arraycopy(plain, at - dictionary, bytes, 0, bytes.length);
                boolean last = at + length == plain.length;
                ByteRun packed = deflater.deflate(bytes, dictionary, length, last);
                joined.write(packed.bytes(), 0, packed.length());
            }
        }
        return joined.toByteArray();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 1_000, BLOCK - 1, BLOCK, BLOCK + 1, 3 * BLOCK, 2_345_678})
    void joinedBlocksAreOneStream(int length) throws IOException {
        byte[] plain = text(length);
        try (InputStream in =
                Decompression.open(
                        Method.DEFLATE,
                        new ByteArrayInputStream(inBlocks(plain, Level.BALANCED)),
                        length)) {
            assertThat(in.readAllBytes()).isEqualTo(plain);
        }
    }

    @Test
    void noiseSurvivesToo() throws IOException {
        byte[] plain = new byte[2 * BLOCK + 77];
        new Random(1).nextBytes(plain);
        try (InputStream in =
                Decompression.open(
                        Method.DEFLATE,
                        new ByteArrayInputStream(inBlocks(plain, Level.FAST)),
                        plain.length)) {
            assertThat(in.readAllBytes()).isEqualTo(plain);
        }
    }

    /** The price of working in parallel: at most a thousandth more bytes. */
    @ParameterizedTest
    @EnumSource(names = {"FAST", "BALANCED", "SMALL"})
    void sizeIsWithinAThousandthOfOnePiece(Level level) {
        byte[] plain = text(8 * BLOCK);
        Deflater whole = new Deflater(level.deflateLevel(), true);
        whole.setInput(plain);
        whole.finish();
        byte[] out = new byte[plain.length];
        int expected = whole.deflate(out);
        whole.end();
        assertThat(inBlocks(plain, level).length).isLessThan((int) (expected * 1.001));
    }

    @Test
    void samplesTellTextFromNoise(@TempDir Path folder) throws IOException {
        byte[] noise = new byte[1_000_000];
        new Random(2).nextBytes(noise);
        byte[] text = text(1_000_000);
        assertThat(Compressibility.isWorthIt(noise, noise.length)).isFalse();
        assertThat(Compressibility.isWorthIt(text, text.length)).isTrue();
        System.arraycopy(text, 0, noise, 0, 2_000);
        assertThat(Compressibility.isWorthIt(noise, noise.length))
                .as("a header full of text does not speak for the picture behind it")
                .isFalse();
        for (byte[] bytes : new byte[][] {noise, text}) {
            Path file = Files.write(folder.resolve("f"), bytes);
            try (FileChannel channel = FileChannel.open(file)) {
                assertThat(Compressibility.isWorthIt(channel, bytes.length))
                        .isEqualTo(bytes == text);
            }
        }
    }
}
