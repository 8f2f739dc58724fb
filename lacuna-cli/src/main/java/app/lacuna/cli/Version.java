package app.lacuna.cli;

import picocli.CommandLine.IVersionProvider;

/** The version that the build wrote into the bundle. */
final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
        String version = Version.class.getPackage().getImplementationVersion();
        return new String[] {"Lacuna " + (version == null ? Words.text("version") : version)};
    }
}
