package app.lacuna.desktop.system;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.freedesktop.dbus.connections.impl.DBusConnection;
import org.freedesktop.dbus.connections.impl.DBusConnectionBuilder;
import org.freedesktop.dbus.types.UInt32;
import org.freedesktop.dbus.types.Variant;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** On a bus of its own, with services that stand in for those of a desktop. */
class SessionBusTest {
    private final BlockingQueue<String> asked = new LinkedBlockingQueue<>();
    private Process daemon;
    private String address;
    private DBusConnection services;

    private final class Notices implements BusServices.Notifications {
        @Override
        public UInt32 Notify(
                String application,
                UInt32 replaces,
                String icon,
                String summary,
                String body,
                List<String> actions,
                Map<String, Variant<?>> hints,
                int milliseconds) {
            asked.add(summary + ": " + body);
            return new UInt32(1);
        }

        @Override
        public String getObjectPath() {
            return "/org/freedesktop/Notifications";
        }
    }

    private final class Power implements BusServices.Inhibit {
        @Override
        public UInt32 Inhibit(String application, String reason) {
            asked.add("awake: " + reason);
            return new UInt32(42);
        }

        @Override
        public void UnInhibit(UInt32 cookie) {
            asked.add("sleep " + cookie);
        }

        @Override
        public String getObjectPath() {
            return "/org/freedesktop/PowerManagement/Inhibit";
        }
    }

    private final class Manager implements BusServices.SessionManager {
        @Override
        public UInt32 Inhibit(String application, UInt32 window, String reason, UInt32 flags) {
            asked.add("session: " + reason + " " + flags);
            return new UInt32(7);
        }

        @Override
        public void Uninhibit(UInt32 cookie) {
            asked.add("session sleep " + cookie);
        }

        @Override
        public String getObjectPath() {
            return "/org/gnome/SessionManager";
        }
    }

    @BeforeEach
    void startBus() throws Exception {
        daemon =
                new ProcessBuilder("dbus-daemon", "--session", "--nofork", "--print-address")
                        .start();
        address =
                new BufferedReader(
                                new InputStreamReader(
                                        daemon.getInputStream(), StandardCharsets.UTF_8))
                        .readLine();
        services = DBusConnectionBuilder.forAddress(address).withShared(false).build();
    }

    @AfterEach
    void stopBus() throws Exception {
        services.close();
        daemon.destroy();
        daemon.waitFor(10, TimeUnit.SECONDS);
    }

    private String next() throws InterruptedException {
        return asked.poll(20, TimeUnit.SECONDS);
    }

    @Test
    void theDesktopIsAskedAndReleased() throws Exception {
        services.requestBusName("org.freedesktop.Notifications");
        services.exportObject(new Notices());
        services.requestBusName("org.freedesktop.PowerManagement.Inhibit");
        services.exportObject(new Power());
        SessionBus bus = new SessionBus(Optional.of(address));
        bus.announce("Lacuna", "It has come to its end.");
        assertThat(next()).isEqualTo("Lacuna: It has come to its end.");
        bus.stayAwake("because");
        bus.stayAwake("because");
        bus.maySleep();
        bus.maySleep();
        assertThat(next()).isEqualTo("awake: because");
        assertThat(next()).isEqualTo("sleep 42");
        bus.announce("last", "");
        assertThat(next()).isEqualTo("last: ");
    }

    @Test
    void whereThereIsNoServiceForPowerTheSessionManagerIsAsked() throws Exception {
        services.requestBusName("org.gnome.SessionManager");
        services.exportObject(new Manager());
        SessionBus bus = new SessionBus(Optional.of(address));
        bus.announce("nobody", "hears it");
        bus.stayAwake("because");
        bus.maySleep();
        assertThat(next()).isEqualTo("session: because 4");
        assertThat(next()).isEqualTo("session sleep 7");
    }

    @Test
    void whereThereIsNoBusNothingHappens() throws Exception {
        new SessionBus(Optional.empty()).announce("a", "b");
        SessionBus gone = new SessionBus(Optional.of("unix:path=/nowhere/bus"));
        gone.announce("a", "b");
        gone.stayAwake("c");
        gone.maySleep();
        assertThat(asked.poll(300, TimeUnit.MILLISECONDS)).isNull();
    }

    @Test
    void theBusIsWhereTheSessionSays() {
        assertThat(SessionBus.address(Map.of("DBUS_SESSION_BUS_ADDRESS", "unix:path=/b")))
                .contains("unix:path=/b");
        assertThat(SessionBus.address(Map.of("XDG_RUNTIME_DIR", "/nowhere"))).isEmpty();
        assertThat(SessionBus.address(Map.of())).isEmpty();
    }
}
