package app.lacuna.crypto;

import app.lacuna.lanes.Sha1Lanes;
import app.lacuna.lanes.VectorLanes;
import java.lang.reflect.Method;
import java.util.Optional;

/**
 * Hashing with the platform's vector module. It is an incubating one, so a Java that is told at its
 * start to use it writes a warning and starts slower; instead it is loaded when it is wanted, where
 * the program's starter allows it ({@code Add-Exports: java.base/jdk.internal.module} in the
 * manifest, or the option of that name). A Java that does not have it or does not allow it works
 * without.
 */
final class VectorKernel implements LaneKernel {
    static final String MODULE = "jdk.incubator.vector";

    private VectorKernel() {}

    /** Absent where it can not be used or is not worth it. */
    static Optional<LaneKernel> load() {
        try {
            return isModuleThere() && VectorLanes.isWorthwhile()
                    ? Optional.of(new VectorKernel())
                    : Optional.empty();
        } catch (LinkageError e) {
            return Optional.empty(); // a Java whose module is a different one
        }
    }

    private static boolean isModuleThere() {
        return ModuleLayer.boot().findModule(MODULE).isPresent() || wasLoaded();
    }

    /** What the platform itself does for modules that are needed after its start. */
    private static boolean wasLoaded() {
        try {
            Class<?> modules = Class.forName("jdk.internal.module.Modules");
            if (!modules.getModule()
                    .isExported(modules.getPackageName(), VectorKernel.class.getModule())) {
                return false;
            }
            Method load = modules.getMethod("loadModule", String.class);
            return load.invoke(null, MODULE) != null;
        } catch (ReflectiveOperationException | RuntimeException e) {
            return false;
        }
    }

    @Override
    public String title() {
        return "vectors of " + VectorLanes.bits() + " bits";
    }

    /** The keys of 64 entries of AES-256; the arrays just stay in the first cache. */
    @Override
    public int maxLanes() {
        return 256;
    }

    @Override
    public Sha1Lanes lanes(int count) {
        return new VectorLanes(count);
    }
}
