package app.lacuna.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** Packs in a Java of its own with a heap of 256 MB, and tells what the system gave it at most. */
final class Memory {
    private Memory() {}

    /** Peak of the resident memory in bytes. */
    static long peakOfPacking(Path files, Path archive) throws IOException {
        System.err.println("measuring: memory");
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-Xmx256m",
                                "-XX:+UseSerialGC",
                                "-cp",
                                System.getProperty("java.class.path"),
                                Memory.class.getName(),
                                files.toString(),
                                archive.toString())
                        .redirectError(ProcessBuilder.Redirect.INHERIT)
                        .start();
        String peak =
                new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
        Files.deleteIfExists(archive);
        return Long.parseLong(peak);
    }

    /** The child: packs and proves, then prints its own peak. */
    public static void main(String[] arguments) throws IOException {
        Path files = Path.of(arguments[0]);
        Path archive = Path.of(arguments[1]);
        Tool tool = new LacunaTool();
        tool.run(Tool.Job.PACK_AES, files, archive, files);
        tool.run(Tool.Job.PROVE, files, archive, files);
        for (String line : Files.readAllLines(Path.of("/proc/self/status"))) {
            if (line.startsWith("VmHWM:")) {
                System.out.println(Long.parseLong(line.replaceAll("\\D", "")) * 1024);
            }
        }
    }
}
