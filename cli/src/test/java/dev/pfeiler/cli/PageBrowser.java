package dev.pfeiler.cli;

import com.deque.html.axecore.results.Rule;
import com.deque.html.axecore.selenium.AxeBuilder;
import dev.pfeiler.process.Environment;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.logging.LogEntry;
import org.openqa.selenium.logging.LogType;
import org.openqa.selenium.logging.LoggingPreferences;

/** A page in a real browser without a window. */
final class PageBrowser implements AutoCloseable {
    private final ChromeDriver driver;

    PageBrowser() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary(program("chromium").toString());
        options.addArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-dev-shm-usage");
        LoggingPreferences logs = new LoggingPreferences();
        logs.enable(LogType.BROWSER, java.util.logging.Level.ALL);
        options.setCapability("goog:loggingPrefs", logs);
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(program("chromedriver").toFile())
                .build();
        this.driver = new ChromeDriver(service, options);
    }

    private static Path program(String name) {
        return Environment.here().program(name).orElseThrow();
    }

    PageBrowser open(Path page) {
        driver.get(page.toUri().toString());
        return this;
    }

    PageBrowser wide(int pixels) {
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", pixels, "height", 800, "deviceScaleFactor", 1, "mobile", false));
        return this;
    }

    PageBrowser scheme(String scheme) {
        driver.executeCdpCommand(
                "Emulation.setEmulatedMedia",
                Map.of("features", List.of(Map.of("name", "prefers-color-scheme", "value", scheme))));
        return this;
    }

    /** What a script's expression gives. */
    Object value(String expression) {
        return driver.executeScript("return " + expression);
    }

    long count(String selector) {
        return driver.findElements(By.cssSelector(selector)).stream()
                .filter(element -> element.isDisplayed())
                .count();
    }

    PageBrowser click(String selector) {
        driver.findElement(By.cssSelector(selector)).click();
        return this;
    }

    /** Types into the search field, and waits until the page has answered. */
    PageBrowser search(String words) throws InterruptedException {
        driver.findElement(By.id("search")).sendKeys(words);
        for (int i = 0; i < 100 && text("#found").isEmpty(); i++) Thread.sleep(50);
        return this;
    }

    String text(String selector) {
        return driver.findElement(By.cssSelector(selector)).getText();
    }

    /** What the page has written to the console, or the browser about it. */
    List<String> messages() {
        return driver.manage().logs().get(LogType.BROWSER).getAll().stream()
                .map(LogEntry::getMessage)
                .toList();
    }

    /** Rules of accessibility that the page breaks, with the places. */
    List<String> barriers() {
        return new AxeBuilder()
                        .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"))
                        .analyze(driver)
                        .getViolations()
                        .stream()
                        .map(PageBrowser::shown)
                        .toList();
    }

    private static String shown(Rule rule) {
        return rule.getId() + " "
                + rule.getNodes().stream().map(node -> node.getHtml()).toList();
    }

    @Override
    public void close() {
        driver.quit();
    }
}
