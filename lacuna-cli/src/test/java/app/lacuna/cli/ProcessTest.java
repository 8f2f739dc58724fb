package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** What only a process of its own can show: closed descriptors, full devices, bytes of a pipe. */
@EnabledOnOs(OS.LINUX)
class ProcessTest {
    @TempDir Path folder;
    private Path archive;
    private Shell shell;

    @BeforeEach
    void make() throws IOException {
        archive = folder.resolve("a.zip");
        Files.writeString(folder.resolve("levels.csv"), "point;level\n".repeat(20));
        Files.writeString(folder.resolve("key"), "second hut\n");
        shell = new Shell(folder);
    }

    private Run shell(String command) throws Exception {
        return shell.run(command);
    }

    private void pack() throws Exception {
        Run packed = shell("LACUNA pack levels.csv -o a.zip --password-from file:key");
        assertThat(packed.code()).as(packed.err()).isZero();
    }

    @Test
    void closedStandardInputIsNoPassword() throws Exception {
        Run packed = shell("LACUNA pack levels.csv -o a.zip --password-from stdin <&-");

        assertThat(packed.code()).as(packed.err()).isEqualTo(3);
        assertThat(archive).doesNotExist();
    }

    @Test
    void pipeAndFileGiveAPassword() throws Exception {
        Run packed =
                shell(
                        "printf 'second hut\\r\\n' | LACUNA pack levels.csv -o a.zip"
                                + " --password-from stdin");
        assertThat(packed.code()).as(packed.err()).isZero();

        Run verified = shell("LACUNA verify a.zip --password-from stdin <key");
        assertThat(verified.code()).as(verified.err()).isZero();
    }

    @Test
    void bytesThatAreNoTextAreNoPassword() throws Exception {
        for (String bytes : new String[] {"p\\344ss", "p\\000ss", ""}) {
            Run packed =
                    shell(
                            "printf '"
                                    + bytes
                                    + "' | LACUNA pack levels.csv -o a.zip --password-from stdin");
            assertThat(packed.code()).as(bytes + packed.err()).isEqualTo(3);
        }
        assertThat(archive).doesNotExist();
    }

    @Tag("slow")
    @Test
    void endlessDeviceIsNoPassword() throws Exception {
        Run packed = shell("LACUNA pack levels.csv -o a.zip --password-from file:/dev/zero");
        assertThat(packed.code()).as(packed.err()).isEqualTo(3);

        packed = shell("yes | tr -d '\\n' | LACUNA pack levels.csv -o a.zip --password-from stdin");
        assertThat(packed.code()).as(packed.err()).isEqualTo(3);
    }

    @Tag("slow")
    @Test
    void fullDeviceForTheOutputEndsWith1() throws Exception {
        pack();
        for (String command :
                new String[] {
                    "list a.zip",
                    "list a.zip --json",
                    "verify a.zip --password-from file:key --json",
                    "view a.zip levels.csv --password-from file:key"
                }) {
            Run run = shell("LACUNA " + command + " >/dev/full");
            assertThat(run.code()).as(command + run.err()).isEqualTo(1);
            assertThat(run.err()).as(command).contains("Not everything could be written out");
        }
    }

    @Test
    void closedOutputEndsWith1() throws Exception {
        pack();
        for (String command :
                new String[] {
                    "list a.zip", "view a.zip levels.csv --password-from file:key",
                }) {
            Run run = shell("LACUNA " + command + " >&-");
            assertThat(run.code()).as(command + run.err()).isEqualTo(1);
        }
    }

    @Test
    void pipesAndDevicesAreNoArchives() throws Exception {
        Run listed = shell("mkfifo p; LACUNA list p");
        assertThat(listed.code()).as(listed.err()).isBetween(1, 7);
        assertThat(listed.err()).doesNotContain("Exception");

        Run packed = shell("LACUNA pack levels.csv -o p --password-from file:key");
        assertThat(packed.code()).as(packed.err()).isEqualTo(1);
        // A device of its own: if this should ever fail, the system's must not be the one to go.
        if (shell("mknod device c 1 3").code() == 0) {
            packed = shell("LACUNA pack levels.csv -o device --password-from file:key");
            assertThat(packed.code()).as(packed.err()).isEqualTo(1);
            assertThat(Files.isRegularFile(folder.resolve("device"))).isFalse();
        }
    }

    @Test
    void dotsBehindALinkAreWhereTheFileSystemSays() throws Exception {
        Run packed =
                shell(
                        "mkdir -p far/away there; ln -s ../far/away there/l;"
                                + " echo right >far/s; echo wrong >there/s; cd there;"
                                + " LACUNA pack l/../s -o l/../o.zip --password-from file:../key");
        assertThat(packed.code()).as(packed.err()).isZero();
        assertThat(folder.resolve("there/o.zip")).doesNotExist();
        assertThat(folder.resolve("far/o.zip")).exists();

        Run extracted =
                shell(
                        "cd there; LACUNA extract ../far/o.zip -d l/../ex"
                                + " --password-from file:../key");
        assertThat(extracted.code()).as(extracted.err()).isZero();
        assertThat(folder.resolve("there/ex")).doesNotExist();
        assertThat(folder.resolve("far/ex/s")).hasContent("right\n");
    }

    /** The tracer kills it where it would remove the first library that it has loaded. */
    @Tag("slow")
    @Test
    void nothingUnpackedStaysEvenAfterAKill() throws Exception {
        assumeTrue(shell("strace true").code() == 0, "tracing is not allowed here");
        Run killed =
                shell(
                        "mkdir tmp; JAVA_TOOL_OPTIONS=-Djava.io.tmpdir=$PWD/tmp"
                                + " strace -f -qq -o trace -e trace=unlink,unlinkat"
                                + " -e inject=unlink,unlinkat:error=EPERM:signal=KILL"
                                + " LACUNA pack levels.csv -o b.zip --method zstd"
                                + " --password-from file:key; find . -name 'lib*' | wc -l");
        assertThat(killed.out()).as(killed.err()).isEqualTo("1\n");

        Run packed =
                shell(
                        "JAVA_TOOL_OPTIONS=-Djava.io.tmpdir=$PWD/tmp"
                                + " LACUNA pack levels.csv -o a.zip --method zstd"
                                + " --password-from file:key >packed.txt; find . -name 'lib*'");
        assertThat(archive).exists();
        assertThat(packed.out()).as(packed.err()).isEmpty();
        assertThat(folder.resolve("tmp")).isEmptyDirectory();
    }

    @Tag("slow")
    @Test
    void zstdNeedsNoTemporaryFolder() throws Exception {
        String command =
                "JAVA_TOOL_OPTIONS=-Djava.io.tmpdir=/proc/none LACUNA pack levels.csv -o a.zip"
                        + " --method zstd --password-from file:key";
        Run packed = shell(command);
        assertThat(packed.code()).as(packed.err()).isZero();
        Files.delete(archive);

        Run nowhere = shell("XDG_STATE_HOME=/proc/none HOME=/proc/none " + command);
        assertThat(nowhere.err()).doesNotContain("Exception").doesNotContain("\tat ");
        assertThat(nowhere.code()).as(nowhere.err()).isIn(0, 1);
        assertThat(Files.exists(archive)).isEqualTo(nowhere.code() == 0);
    }
}
