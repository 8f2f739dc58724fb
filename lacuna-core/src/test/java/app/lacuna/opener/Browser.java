package app.lacuna.opener;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.logging.LogType;
import org.openqa.selenium.logging.LoggingPreferences;
import org.openqa.selenium.remote.RemoteWebDriver;
import org.openqa.selenium.support.ui.WebDriverWait;

/** A real browser with the opener page in it, and a person before it. */
final class Browser implements AutoCloseable {
    private static final Duration PATIENCE = Duration.ofSeconds(60);

    private final RemoteWebDriver driver;
    private final Path downloads;

    private Browser(RemoteWebDriver driver, Path downloads) {
        this.driver = driver;
        this.downloads = downloads;
    }

    static Browser start(Path folder, String language) throws IOException {
        Path downloads = Files.createDirectories(folder.resolve("downloads"));
        return new Browser(chromium(folder.resolve("profile"), downloads, language), downloads);
    }

    private static RemoteWebDriver chromium(Path profile, Path downloads, String language) {
        ChromeOptions options = new ChromeOptions();
        options.setBinary(onPath("chromium").orElseThrow().toFile());
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-dev-shm-usage",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--window-size=1280,800",
                "--lang=" + language,
                "--user-data-dir=" + profile);
        options.setExperimentalOption(
                "prefs",
                Map.of(
                        "download.default_directory",
                        downloads.toString(),
                        "intl.accept_languages",
                        language,
                        "profile.default_content_setting_values.automatic_downloads",
                        1));
        LoggingPreferences logs = new LoggingPreferences();
        logs.enable(LogType.PERFORMANCE, java.util.logging.Level.ALL);
        logs.enable(LogType.BROWSER, java.util.logging.Level.ALL);
        options.setCapability("goog:loggingPrefs", logs);
        return new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(onPath("chromedriver").orElseThrow().toFile())
                        .build(),
                options);
    }

    private static Optional<Path> onPath(String program) {
        return Arrays.stream(System.getenv("PATH").split(File.pathSeparator))
                .map(folder -> Path.of(folder, program))
                .filter(Files::isExecutable)
                .findFirst();
    }

    Browser open(Path page) {
        driver.manage().logs().get(LogType.BROWSER); // what was said before is forgotten
        driver.get(page.toUri().toString());
        return this;
    }

    /** From now on pages have no workers and no WebAssembly, as in browsers that forbid them. */
    Browser forbidding() {
        ((ChromeDriver) driver)
                .executeCdpCommand(
                        "Page.addScriptToEvaluateOnNewDocument",
                        Map.of("source", "delete window.Worker; delete window.WebAssembly;"));
        return this;
    }

    Browser choose(Path... files) {
        String chosen =
                Arrays.stream(files)
                        .map(file -> file.toAbsolutePath().toString())
                        .collect(Collectors.joining("\n"));
        find("files").sendKeys(chosen);
        return this;
    }

    /** Until the page is at rest and shows one of these. */
    Browser until(String... ids) {
        new WebDriverWait(driver, PATIENCE, Duration.ofMillis(20))
                .until(
                        now ->
                                !find("working").isDisplayed()
                                        && Arrays.stream(ids)
                                                .anyMatch(id -> find(id).isDisplayed()));
        return this;
    }

    Browser unlock(String password) {
        until("lock");
        find("password").clear();
        find("password").sendKeys(password, Keys.ENTER);
        return until("inside", "trouble");
    }

    WebElement find(String id) {
        return driver.findElement(By.id(id));
    }

    List<WebElement> all(String selector) {
        return driver.findElements(By.cssSelector(selector));
    }

    String words(String id) {
        return find(id).getText();
    }

    /** The names in the list, as they stand there. */
    List<String> names() {
        return list("td.name");
    }

    List<String> folders() {
        return list("tr.folder");
    }

    @SuppressWarnings("unchecked")
    private List<String> list(String selector) {
        return (List<String>)
                run(
                        "return [...document.querySelectorAll(arguments[0])]"
                                + ".map(e => e.textContent)",
                        selector);
    }

    Object run(String script, Object... arguments) {
        return ((JavascriptExecutor) driver).executeScript(script, arguments);
    }

    Object runAndWait(String script) {
        return ((JavascriptExecutor) driver).executeAsyncScript(script);
    }

    void click(String id) {
        find(id).click();
    }

    /** The button of a row: view or save. */
    void click(String order, String name) {
        for (WebElement button : all("[data-order=" + order + "]")) {
            if (button.getAccessibleName().endsWith(" " + name)) {
                run("arguments[0].scrollIntoView({block: 'center'})", button);
                button.click();
                return;
            }
        }
        throw new AssertionError("no such row");
    }

    void press(CharSequence keys) {
        driver.switchTo().activeElement().sendKeys(keys);
    }

    /** The file that was saved, complete; the next one of the same name gets another. */
    Path saved(String name) {
        Path file = downloads.resolve(name);
        new WebDriverWait(driver, PATIENCE, Duration.ofMillis(20))
                .until(now -> Files.exists(file) && unfinished() == 0);
        return file;
    }

    private long unfinished() {
        try (Stream<Path> files = Files.list(downloads)) {
            return files.filter(file -> file.toString().endsWith(".crdownload")).count();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    long savedFiles() throws IOException {
        try (Stream<Path> files = Files.list(downloads)) {
            return files.count();
        }
    }

    /** Everything that was asked for since the last look. */
    List<String> requests() {
        return driver.manage().logs().get(LogType.PERFORMANCE).getAll().stream()
                .map(entry -> entry.getMessage())
                .filter(message -> message.contains("Network.requestWillBeSent\""))
                .map(message -> message.replaceAll("(?s).*\"url\":\"([^\"]*)\".*", "$1"))
                .toList();
    }

    /** What the page itself complained about. */
    void hasNoErrors() {
        assertThat(driver.manage().logs().get(LogType.BROWSER).getAll()).isEmpty();
    }

    void picture(Path file) throws IOException {
        Files.write(file, driver.getScreenshotAs(OutputType.BYTES));
    }

    @Override
    public void close() {
        driver.quit();
    }
}
