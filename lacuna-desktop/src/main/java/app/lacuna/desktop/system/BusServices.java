package app.lacuna.desktop.system;

import java.util.List;
import java.util.Map;
import org.freedesktop.dbus.annotations.DBusInterfaceName;
import org.freedesktop.dbus.interfaces.DBusInterface;
import org.freedesktop.dbus.types.UInt32;
import org.freedesktop.dbus.types.Variant;

/** Services of the session bus, as far as they are used; their methods are called as there. */
final class BusServices {
    private BusServices() {}

    /** Desktop Notifications Specification 1.2, "org.freedesktop.Notifications.Notify". */
    @DBusInterfaceName("org.freedesktop.Notifications")
    public interface Notifications extends DBusInterface {
        UInt32 Notify(
                String application,
                UInt32 replaces,
                String icon,
                String summary,
                String body,
                List<String> actions,
                Map<String, Variant<?>> hints,
                int milliseconds);
    }

    /** Of the service for power. */
    @DBusInterfaceName("org.freedesktop.PowerManagement.Inhibit")
    public interface Inhibit extends DBusInterface {
        UInt32 Inhibit(String application, String reason);

        void UnInhibit(UInt32 cookie);
    }

    /** Of the session manager. */
    @DBusInterfaceName("org.gnome.SessionManager")
    public interface SessionManager extends DBusInterface {
        UInt32 Inhibit(String application, UInt32 window, String reason, UInt32 flags);

        void Uninhibit(UInt32 cookie);
    }
}
