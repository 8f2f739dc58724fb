package app.lacuna.crash;

import app.lacuna.clearing.TestRegister;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Runs a scenario, cuts the power at every point and checks the promises after each restart. Needs
 * a separate process, see {@link CrashTest}. {@code -Dcrash.point=N} tries only that point.
 */
final class CrashSimulation {
    static final Path TOP = Path.of(Disk.ROOT);
    static final Path STATE = TOP.resolve("state");

    private static final int ONE = Integer.getInteger("crash.point", -1);
    private static final int RANDOM = Integer.getInteger("crash.random", 2);
    private static final int MOST_SHOWN = 6;

    private final Scenario scenario;

    private CrashSimulation(Scenario scenario) {
        this.scenario = scenario;
    }

    /** Arguments: the names of the scenarios, all of them if there are none. */
    public static void main(String[] arguments) throws IOException {
        List<String> names = arguments.length == 0 ? Scenarios.names() : List.of(arguments);
        boolean broken = false;
        for (String name : names) {
            String result = new CrashSimulation(Scenarios.named(name)).run();
            System.out.println(name + ": " + result);
            broken |= !result.endsWith(" 0 broken");
        }
        System.exit(broken ? 1 : 0);
    }

    @SuppressWarnings("try") // it is enough that it is open
    private String run() throws IOException {
        Disk disk = Disk.insertEmpty();
        Files.createDirectories(STATE);
        scenario.prepare();
        Image before = disk.record();
        List<Operation> log;
        try (TestRegister register = TestRegister.ofProcess(STATE.resolve("register"))) {
            scenario.run();
            log = disk.stopRecording();
        }
        PowerCuts cuts = new PowerCuts(before, log, RANDOM);
        List<PowerCuts.Cut> all = cuts.all();
        Set<String> seen = new HashSet<>();
        int tried = 0;
        int broken = 0;
        for (int point = 0; point < all.size(); point++) {
            if (ONE >= 0 && point != ONE) {
                continue;
            }
            Image image = cuts.after(all.get(point));
            if (!seen.add(image.signature())) {
                continue;
            }
            tried++;
            try (Disk crashed = Disk.insert(image)) {
                if (ONE >= 0) {
                    show(log, all.get(point));
                }
                checkAfterStart();
            } catch (AssertionError | IOException | RuntimeException e) {
                broken++;
                if (broken <= MOST_SHOWN) {
                    System.out.println("point " + point + ", " + all.get(point) + ": " + shown(e));
                }
            }
        }
        return String.format(
                "%d operations, %d crash points, %d different, %d broken",
                log.size(), all.size(), tried, broken);
    }

    @SuppressWarnings("try") // it is enough that it is open
    private void checkAfterStart() throws IOException {
        TestRegister.recover(STATE);
        try (TestRegister register = TestRegister.in(STATE.resolve("register"))) {
            Promises.nothingIsLeftBehind();
            scenario.check();
        }
    }

    private static String shown(Throwable e) {
        if (ONE >= 0) {
            e.printStackTrace(System.out);
        }
        String text = String.valueOf(e.getMessage()).replaceAll("\\s+", " ");
        return e.getClass().getSimpleName()
                + ": "
                + text.substring(0, Math.min(300, text.length()));
    }

    private static void show(List<Operation> log, PowerCuts.Cut cut) {
        for (int i = 0; i < log.size(); i++) {
            String mark = i >= cut.prefix() ? "not reached" : cut.lost().get(i) ? "lost" : "";
            String text =
                    log.get(i) instanceof Operation.Write write
                            ? "Write[" + write.file() + ", " + write.bytes().length + " bytes]"
                            : log.get(i).toString();
            System.out.println(i + " " + text + " " + mark);
        }
    }
}
