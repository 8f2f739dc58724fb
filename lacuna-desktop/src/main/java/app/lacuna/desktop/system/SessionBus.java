package app.lacuna.desktop.system;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.freedesktop.dbus.connections.impl.DBusConnection;
import org.freedesktop.dbus.connections.impl.DBusConnectionBuilder;
import org.freedesktop.dbus.exceptions.DBusException;
import org.freedesktop.dbus.exceptions.DBusExecutionException;
import org.freedesktop.dbus.types.UInt32;

/**
 * The desktop as the session bus (D-Bus) knows it. A thread of its own talks to it, so that nobody
 * waits for a service that does not answer; where there is no bus or no such service, nothing
 * happens.
 */
final class SessionBus implements Desktop {
    private static final String NAME = "Lacuna";
    private static final String ICON = "app.lacuna.Lacuna";

    /** Of the session manager: do not suspend. */
    private static final int SUSPEND = 4;

    private final Optional<String> address;
    private final ExecutorService talking =
            Executors.newSingleThreadExecutor(
                    work -> {
                        Thread thread = new Thread(work, "session-bus");
                        thread.setDaemon(true);
                        return thread;
                    });
    private Optional<DBusConnection> connection = Optional.empty();
    private Optional<Release> awake = Optional.empty();

    @FunctionalInterface
    private interface Release {
        void run() throws DBusException;
    }

    SessionBus(Optional<String> address) {
        this.address = address;
        System.setProperty(
                "slf4j.internal.verbosity", "ERROR"); // the library has a log, we have none
    }

    /** As a session tells its programs, or where its bus is by custom. */
    static Optional<String> address(Map<String, String> environment) {
        String told = environment.get("DBUS_SESSION_BUS_ADDRESS");
        if (told != null && !told.isBlank()) {
            return Optional.of(told);
        }
        return Optional.ofNullable(environment.get("XDG_RUNTIME_DIR"))
                .map(folder -> Path.of(folder, "bus"))
                .filter(Files::exists)
                .map(bus -> "unix:path=" + bus);
    }

    private interface Talk {
        void with(DBusConnection bus) throws DBusException;
    }

    private void talk(Talk talk) {
        if (address.isPresent()) {
            talking.execute(
                    () -> {
                        try {
                            talk.with(connected());
                        } catch (DBusException | DBusExecutionException | IllegalStateException e) {
                            forget();
                        }
                    });
        }
    }

    private DBusConnection connected() throws DBusException {
        if (connection.isEmpty() || !connection.get().isConnected()) {
            connection =
                    Optional.of(
                            DBusConnectionBuilder.forAddress(address.orElseThrow())
                                    .withShared(false)
                                    .build());
        }
        return connection.get();
    }

    /** The next talk begins anew. */
    private void forget() {
        try {
            if (connection.isPresent()) {
                connection.get().close();
            }
        } catch (IOException e) {
            // it is gone anyway
        }
        connection = Optional.empty();
    }

    @Override
    public void announce(String title, String words) {
        talk(
                bus ->
                        bus.getRemoteObject(
                                        "org.freedesktop.Notifications",
                                        "/org/freedesktop/Notifications",
                                        BusServices.Notifications.class)
                                .Notify(
                                        NAME,
                                        new UInt32(0),
                                        ICON,
                                        title,
                                        words,
                                        List.of(),
                                        Map.of(),
                                        -1));
    }

    @Override
    public void stayAwake(String why) {
        talk(
                bus -> {
                    if (awake.isEmpty()) {
                        awake = Optional.of(inhibited(bus, why));
                    }
                });
    }

    /** By the service for power, or else by the session manager. */
    private static Release inhibited(DBusConnection bus, String why) throws DBusException {
        try {
            BusServices.Inhibit power =
                    bus.getRemoteObject(
                            "org.freedesktop.PowerManagement.Inhibit",
                            "/org/freedesktop/PowerManagement/Inhibit",
                            BusServices.Inhibit.class);
            UInt32 cookie = power.Inhibit(NAME, why);
            return () -> power.UnInhibit(cookie);
        } catch (DBusException | DBusExecutionException e) {
            BusServices.SessionManager session =
                    bus.getRemoteObject(
                            "org.gnome.SessionManager",
                            "/org/gnome/SessionManager",
                            BusServices.SessionManager.class);
            UInt32 cookie = session.Inhibit(NAME, new UInt32(0), why, new UInt32(SUSPEND));
            return () -> session.Uninhibit(cookie);
        }
    }

    @Override
    public void maySleep() {
        talk(
                bus -> {
                    Optional<Release> before = awake;
                    awake = Optional.empty();
                    if (before.isPresent()) {
                        before.get().run();
                    }
                });
    }
}
