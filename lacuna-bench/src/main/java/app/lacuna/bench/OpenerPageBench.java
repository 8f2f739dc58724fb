package app.lacuna.bench;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.job.OpenerJob;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;

/** The opener page in Chromium: how fast, with how much memory, and whether it stays awake. */
final class OpenerPageBench {
    private static final String PASSWORD = "second hut";
    private static final int FILES = 40;
    private static final int FILE_BYTES = 2_500_000;

    /** Looking costs the browser time. */
    private static final long LOOK_EVERY_MS = 60;

    private static final Duration PATIENCE = Duration.ofMinutes(2);

    private final Path folder;

    /**
     * @param hidden megabytes a second from the password to the list, with hidden names
     * @param visible the same from the click to everything in an open ZIP, with visible names
     * @param pause the longest time, in milliseconds, in which the page did nothing else
     * @param memory of all of the browser's processes, in bytes, when the archive is open
     * @param saved the same when everything of another one has been saved
     * @param idle the same before
     */
    record Result(
            double hidden, double visible, double pause, long memory, long saved, long idle) {}

    OpenerPageBench(Path folder) throws IOException {
        this.folder = Files.createDirectories(folder.resolve("page"));
    }

    Result run() throws IOException {
        System.err.println("measuring: opener page");
        Path photos = Files.createDirectories(folder.resolve("photos"));
        Random noise = new Random(1);
        byte[] bytes = new byte[FILE_BYTES];
        for (int i = 0; i < FILES; i++) {
            noise.nextBytes(bytes);
            Files.write(photos.resolve("photo-" + i + ".jpg"), bytes);
        }
        Path page = folder.resolve("page.html");
        new OpenerJob(
                        List.of(),
                        page,
                        Existing.REPLACE,
                        ProgressListener.none(),
                        CancelToken.never())
                .run();
        ChromeDriver driver = start();
        try {
            long idle = memory();
            double hidden = open(driver, page, pack(photos, Names.HIDDEN));
            long memory = memory();
            double pause = pause(driver);
            open(driver, page, pack(photos, Names.VISIBLE));
            double visible = saveAll(driver);
            return new Result(
                    hidden, visible, Math.max(pause, pause(driver)), memory, memory(), idle);
        } finally {
            driver.quit();
        }
    }

    private Path pack(Path photos, Names names) throws IOException {
        Path archive = folder.resolve(names + ".zip");
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never()).scan(List.of(photos)),
                        archive,
                        new PackOptions(
                                Protection.AES_256,
                                names,
                                Method.DEFLATE,
                                PackOptions.STANDARD.level(),
                                ""),
                        Existing.REPLACE,
                        PackRequest.AfterPacking.TRUST);
        try (Secret secret = Secret.takeOver(PASSWORD.toCharArray())) {
            new PackJob(request, Optional.of(secret), ProgressListener.none(), CancelToken.never())
                    .run();
        }
        return archive;
    }

    private ChromeDriver start() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary(onPath("chromium").toFile());
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-dev-shm-usage",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--lang=en",
                "--user-data-dir=" + folder.resolve("profile"));
        options.setExperimentalOption(
                "prefs", Map.of("download.default_directory", folder.toString()));
        return new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(onPath("chromedriver").toFile())
                        .build(),
                options);
    }

    private static Path onPath(String program) {
        return Arrays.stream(System.getenv("PATH").split(File.pathSeparator))
                .map(place -> Path.of(place, program))
                .filter(Files::isExecutable)
                .findFirst()
                .orElseThrow();
    }

    private static double open(ChromeDriver driver, Path page, Path archive) throws IOException {
        driver.get(page.toUri().toString());
        driver.executeScript(
                "window.longest = 0; let last = performance.now(); setInterval(() => {"
                        + "const now = performance.now();"
                        + "window.longest = Math.max(window.longest, now - last); last = now; }, 5)");
        driver.findElement(By.id("files")).sendKeys(archive.toString());
        until(driver, "lock");
        driver.findElement(By.id("password")).sendKeys(PASSWORD);
        long start = System.nanoTime();
        driver.findElement(By.id("password")).sendKeys(Keys.ENTER);
        until(driver, "inside");
        return speed(Files.size(archive), start);
    }

    private static double saveAll(ChromeDriver driver) {
        long start = System.nanoTime();
        driver.findElement(By.id("save-zip")).click();
        until(driver, "done");
        return speed((long) FILES * FILE_BYTES, start);
    }

    private static double speed(long bytes, long start) {
        return bytes / 1e6 / ((System.nanoTime() - start) / 1e9);
    }

    private static void until(ChromeDriver driver, String id) {
        long end = System.nanoTime() + PATIENCE.toNanos();
        while (!driver.findElement(By.id(id)).isDisplayed()) {
            if (System.nanoTime() > end) {
                throw new IllegalStateException(driver.findElement(By.id("trouble")).getText());
            }
            try {
                Thread.sleep(LOOK_EVERY_MS);
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    private static double pause(ChromeDriver driver) {
        return ((Number) driver.executeScript("return window.longest")).doubleValue();
    }

    /** What the processes of this browser have for themselves, and their share of the rest. */
    private long memory() throws IOException {
        long bytes = 0;
        try (Stream<Path> processes = Files.list(Path.of("/proc"))) {
            for (Path process : processes.toList()) {
                bytes += isOfTheBrowser(process) ? share(process) : 0;
            }
        }
        return bytes;
    }

    private boolean isOfTheBrowser(Path process) {
        try {
            String line = Files.readString(process.resolve("cmdline"));
            return line.contains(folder.resolve("profile").toString())
                    || (line.contains("chromium") && line.contains("--type="));
        } catch (IOException e) {
            return false;
        }
    }

    private static long share(Path process) {
        try {
            return Files.readAllLines(process.resolve("smaps_rollup")).stream()
                    .filter(line -> line.startsWith("Pss:"))
                    .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")) * 1024)
                    .sum();
        } catch (IOException e) {
            return 0;
        }
    }
}
