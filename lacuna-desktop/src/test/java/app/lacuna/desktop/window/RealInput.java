package app.lacuna.desktop.window;

import static org.testfx.util.WaitForAsyncUtils.waitForAsyncFx;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import javafx.application.Platform;
import javafx.collections.ListChangeListener;
import javafx.event.EventHandler;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.input.InputEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Window;
import org.testfx.api.FxRobotContext;

/**
 * Keys and buttons pressed on the display, as a person would. It waits until a window has seen them
 * instead of a fixed time.
 */
final class RealInput {
    /** How long an event takes that no window gets: the one it was meant for may have closed. */
    private static final int LOST_MILLIS = 150;

    private static final int STUCK_MILLIS = 20_000;

    private final FxRobotContext robot;
    private final AtomicLong pressed = new AtomicLong();
    private final AtomicLong released = new AtomicLong();
    private final EventHandler<InputEvent> counter = this::count;
    private final ListChangeListener<Window> windows =
            change -> {
                while (change.next()) {
                    change.getAddedSubList()
                            .forEach(window -> window.addEventFilter(InputEvent.ANY, counter));
                    change.getRemoved()
                            .forEach(window -> window.removeEventFilter(InputEvent.ANY, counter));
                }
            };

    RealInput(FxRobotContext robot) {
        this.robot = robot;
    }

    /** On the interface thread, before the first window is shown. */
    void watch() {
        Window.getWindows().addListener(windows);
        Window.getWindows().forEach(window -> window.addEventFilter(InputEvent.ANY, counter));
    }

    void end() {
        Window.getWindows().removeListener(windows);
        Window.getWindows().forEach(window -> window.removeEventFilter(InputEvent.ANY, counter));
    }

    private void count(InputEvent event) {
        EventType<?> type = event.getEventType();
        if (type == KeyEvent.KEY_PRESSED || type == MouseEvent.MOUSE_PRESSED) {
            pressed.incrementAndGet();
        } else if (type == KeyEvent.KEY_RELEASED || type == MouseEvent.MOUSE_RELEASED) {
            released.incrementAndGet();
        }
    }

    void click(Point2D at, MouseButton... buttons) {
        MouseButton[] chosen =
                buttons.length == 0 ? new MouseButton[] {MouseButton.PRIMARY} : buttons;
        robot.getMouseRobot().moveNoWait(at);
        settle();
        long before = released.get();
        robot.getMouseRobot().pressNoWait(chosen);
        robot.getMouseRobot().releaseNoWait(chosen);
        await(released, before + chosen.length);
    }

    void press(KeyCode... keys) {
        for (KeyCode key : keys) {
            long before = pressed.get();
            robot.getKeyboardRobot().pressNoWait(key);
            await(pressed, before + 1);
        }
    }

    /**
     * One after the other. Nothing is waited for while a key is down: the display would repeat it.
     */
    void type(KeyCode... keys) {
        for (KeyCode key : keys) {
            long before = released.get();
            robot.getKeyboardRobot().pressNoWait(key);
            robot.getKeyboardRobot().releaseNoWait(key);
            await(released, before + 1);
        }
    }

    /** All that are held, if none is named. */
    void release(KeyCode... keys) {
        KeyCode[] chosen =
                keys.length == 0
                        ? robot.getKeyboardRobot().getPressedKeys().toArray(KeyCode[]::new)
                        : keys;
        for (KeyCode key : chosen) {
            long before = released.get();
            robot.getKeyboardRobot().releaseNoWait(key);
            await(released, before + 1);
        }
    }

    private static void await(AtomicLong counter, long wanted) {
        long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(LOST_MILLIS);
        while (counter.get() < wanted && System.nanoTime() < end) {
            Thread.onSpinWait();
            roundTrip();
        }
        settle();
    }

    /** What is waiting on the interface thread has been done, and the page is laid out. */
    static void settle() {
        roundTrips();
        CountDownLatch laidOut = new CountDownLatch(1);
        Platform.runLater(() -> afterNextLayout(laidOut));
        try {
            laidOut.await(STUCK_MILLIS, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        roundTrips();
    }

    private static void afterNextLayout(CountDownLatch laidOut) {
        Window.getWindows().stream()
                .filter(window -> window.isShowing() && window.getScene() != null)
                .findFirst()
                .ifPresentOrElse(
                        window -> {
                            Runnable[] listener = new Runnable[1];
                            listener[0] =
                                    () -> {
                                        window.getScene()
                                                .removePostLayoutPulseListener(listener[0]);
                                        laidOut.countDown();
                                    };
                            window.getScene().addPostLayoutPulseListener(listener[0]);
                            Platform.requestNextPulse();
                        },
                        laidOut::countDown);
    }

    /** What was done has led to more, and so on. */
    private static void roundTrips() {
        for (int i = 0; i < 3; i++) {
            roundTrip();
        }
    }

    private static void roundTrip() {
        waitForAsyncFx(STUCK_MILLIS, () -> null);
    }
}
