package app.lacuna.archive.openpgp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.UnsupportedFeature;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.HexFormat;
import java.util.stream.Stream;
import org.bouncycastle.openpgp.PGPException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Packets written out byte by byte from RFC 9580; 4.2 tells how, chapter 5 what is in them. */
class PgpStreamTest {
    private static final byte[] DATA = {7, 8, 9};

    /** 5.9: binary, no name, no date. */
    private static final byte[] LITERAL = packet(11, "62" + "00" + "00000000" + "070809");

    private static byte[] packet(int tag, String body) {
        return packet(tag, HexFormat.of().parseHex(body));
    }

    private static byte[] packet(int tag, byte[] body) {
        return joined(new byte[] {(byte) (0xC0 | tag), (byte) body.length}, body);
    }

    private static byte[] joined(byte[]... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Stream.of(parts).forEach(out::writeBytes);
        return out.toByteArray();
    }

    /** 5.6, with algorithm 0: uncompressed. */
    private static byte[] compressed(int times) {
        byte[] packets = LITERAL;
        for (int i = 0; i < times; i++) {
            packets = packet(8, joined(new byte[1], packets));
        }
        return packets;
    }

    private static InputStream inside(byte[]... packets) throws IOException {
        return PgpStream.inside(new ByteArrayInputStream(joined(packets)));
    }

    /** 5.4 a one-pass signature, 5.2.3 a signature, 5.8 a marker, 5.14 padding. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "C40D 03 00 08 01 0102030405060708 01",
                "C20D 04 00 01 08 0000 0000 1234 0001 01",
                "CA03 504750",
                "D504 01020304",
            })
    void whatStandsBeforeTheData_isPassedOver(String packet) throws IOException {
        byte[] before = HexFormat.of().parseHex(packet.replace(" ", ""));
        assertThat(inside(before, LITERAL).readAllBytes()).isEqualTo(DATA);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 4})
    void compressedData_isReadInside(int times) throws IOException {
        assertThat(inside(compressed(times)).readAllBytes()).isEqualTo(DATA);
    }

    @Test
    void compressedDataInsideEachOtherWithoutEnd_isRefused() {
        assertThatThrownBy(() -> inside(compressed(5))).isInstanceOf(UnsupportedFeature.class);
    }

    /** 5.11: a user's name and address belong to a key. */
    @Test
    void aPacketThatIsNoPartOfAMessage_isRefused() {
        byte[] userId = packet(13, "4D617265");
        assertThatThrownBy(() -> inside(userId, LITERAL)).isInstanceOf(UnsupportedFeature.class);
    }

    @Test
    void withoutData_itIsCutShort() {
        assertThatThrownBy(() -> inside(packet(10, "504750")))
                .isInstanceOfSatisfying(
                        DamagedArchive.class,
                        e -> assertThat(e.damage()).isEqualTo(Damage.CUT_SHORT));
    }

    @Test
    void theEnd_isToldAgainAndAgain() throws IOException {
        InputStream in = inside(LITERAL);
        assertThat(in.read(new byte[0])).isZero();
        for (int each : DATA) {
            assertThat(in.read()).isEqualTo(each);
        }
        assertThat(in.read()).isEqualTo(-1);
        assertThat(in.read(new byte[5])).isEqualTo(-1);
        assertThat(in.read(new byte[0])).isZero();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"Unsupported mode", "unsupported", "unknown packet", "NoSuchAlgorithm: X"})
    void whatTheLibraryDoesNotKnow_isAFeature(String said) {
        assertThat(PgpMessage.asOurs(new PGPException(said)))
                .isInstanceOf(UnsupportedFeature.class);
    }

    @Test
    void anyOtherTroubleOfTheLibrary_isDamage_unlessItIsOurs() {
        DamagedArchive ours = PacketHeader.damaged(Damage.CUT_SHORT, 3);
        assertThat(PgpMessage.asOurs(ours)).isSameAs(ours);
        Exception around = new IOException(new IllegalStateException(ours));
        assertThat(PgpMessage.asOurs(around)).isSameAs(ours);
        for (String said : new String[] {"crc", null}) {
            assertThat(PgpMessage.asOurs(new IOException(said)))
                    .isInstanceOfSatisfying(
                            DamagedArchive.class,
                            e -> assertThat(e.damage()).isEqualTo(Damage.AUTHENTICATION));
        }
    }
}
