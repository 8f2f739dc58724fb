package app.lacuna.desktop.app;

import app.lacuna.common.Secret;
import app.lacuna.desktop.app.Start.Wish;
import app.lacuna.desktop.jobs.Turns;
import app.lacuna.desktop.places.discs.DiscsPlace;
import app.lacuna.desktop.places.ends.EndsPlace;
import app.lacuna.desktop.places.help.HelpPlace;
import app.lacuna.desktop.places.open.OpenPlace;
import app.lacuna.desktop.places.pack.NewArchiveName;
import app.lacuna.desktop.places.pack.PackPlace;
import app.lacuna.desktop.places.pack.PackViewModel;
import app.lacuna.desktop.places.pack.RoundsModel;
import app.lacuna.desktop.places.rounds.RoundsPlace;
import app.lacuna.desktop.places.settings.SettingsPlace;
import app.lacuna.desktop.shell.DiscsWanted;
import app.lacuna.desktop.shell.Navigator;
import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.shell.Window;
import app.lacuna.desktop.system.menus.Entry;
import app.lacuna.desktop.system.menus.FileManagers;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.drive.BurnList;
import app.lacuna.rounds.OpenHistory;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The window with its places, put together; what is different in a test or a demo comes from
 * outside.
 */
public final class Desk {
    private final Services services;
    private final PackPlace pack;
    private final OpenPlace open;
    private final RoundsPlace rounds;
    private final DiscsPlace discs;
    private final EndsPlace ends;
    private final HelpPlace help;
    private final List<Place> places;
    private final Window window;
    private Optional<Place> explained = Optional.empty();

    @SuppressWarnings("NullAway.Init") // the place makes the first one
    private PackViewModel newestPack;

    /** What is kept from one start to the next. */
    public record Kept(RoundStore rounds, OpenHistory history, BurnList discs) {
        /** In this folder. */
        public static Kept in(Path stateFolder) {
            return new Kept(
                    new RoundStore(stateFolder),
                    new OpenHistory(stateFolder),
                    new BurnList(stateFolder));
        }
    }

    /**
     * @param startFolder where an archive is proposed before anything has been chosen
     */
    public Desk(Services services, Kept kept, Path startFolder) {
        this.services = services;
        NewArchiveName newName = new NewArchiveName(services.clock());
        RoundsModel saved = new RoundsModel(kept.rounds());
        Turns turns = new Turns();
        open = new OpenPlace(services, kept.history());
        pack =
                new PackPlace(
                        services,
                        new ToOpen(),
                        () -> {
                            newestPack =
                                    new PackViewModel(
                                            services.life().inner(),
                                            newName,
                                            startFolder,
                                            saved,
                                            turns,
                                            services.made());
                            return newestPack;
                        });
        rounds =
                new RoundsPlace(
                        services,
                        new ToOpen(),
                        kept.rounds(),
                        startFolder,
                        open.model().autoLock().minutes());
        ends = new EndsPlace(services, new ToOpen());
        discs = new DiscsPlace(services, kept.discs(), startFolder);
        List<Place> work = List.of(pack, open, rounds, discs, ends);
        Place settings = new SettingsPlace(services, work, menus());
        help =
                new HelpPlace(
                        Stream.concat(work.stream(), Stream.of(settings)).toList(), this::back);
        places = Stream.concat(work.stream(), Stream.of(settings, help)).toList();
        window = new Window(places, services, this::explain);
        services.ends().look();
    }

    /** What file managers can be given, in the language of the window. */
    private static Optional<FileManagers> menus() {
        return FileManagers.ofThisUser(
                List.of(
                        new Entry(
                                "pack", Words.text("menu.pack"), Start.argument(Wish.PACK), false),
                        new Entry("open", Words.text("menu.open"), Start.argument(Wish.OPEN), true),
                        new Entry(
                                "unpack",
                                Words.text("menu.unpack"),
                                Start.argument(Wish.UNPACK),
                                true)));
    }

    /** And asked once more, it goes back. */
    private void explain(Place shown) {
        if (shown == help) {
            back();
        } else {
            explained = Optional.of(shown);
            help.turnTo(shown.id());
            window.show(help);
        }
    }

    private void back() {
        window.show(explained.orElse(pack));
    }

    /** From a receipt to the archive. */
    private final class ToOpen implements Navigator {
        @Override
        public void look(Path archive, Secret password) {
            window.show(open);
            open.look(archive, password);
        }

        @Override
        public void look(Path archive) {
            window.show(open);
            open.take(List.of(archive));
        }

        @Override
        public void change(Path archive, Map<String, Path> newer) {
            window.show(open);
            open.change(archive, newer);
        }

        @Override
        public boolean ontoDiscs(DiscsWanted wanted) {
            window.show(discs);
            return discs.take(wanted);
        }

        @Override
        public void prepare(Round round) {
            window.show(pack);
            pack.prepare(round);
        }
    }

    /** An archive is opened, anything else is to be packed. */
    public void take(List<Path> paths) {
        take(new Start(Wish.USUAL, paths));
    }

    /** An archive is opened, anything else is to be packed; or what was asked for. */
    public void take(Start start) {
        List<Path> paths = start.files();
        boolean usual = start.wish() == Wish.USUAL || paths.isEmpty();
        if (start.wish() == Wish.PACK || usual && !open.accepts(paths)) {
            if (!paths.isEmpty()) {
                window.show(pack);
                pack.take(paths);
            }
            return;
        }
        window.show(open);
        if (start.wish() == Wish.UNPACK && open.accepts(paths)) {
            open.unpack(paths);
        } else {
            open.take(paths);
        }
    }

    public Services services() {
        return services;
    }

    /** In the order of the window. */
    public List<Place> places() {
        return places;
    }

    public Window window() {
        return window;
    }

    public PackPlace pack() {
        return pack;
    }

    public EndsPlace ends() {
        return ends;
    }

    public RoundsPlace rounds() {
        return rounds;
    }

    public DiscsPlace discs() {
        return discs;
    }

    public OpenPlace open() {
        return open;
    }

    /** Of the packing job that was set up last. */
    public PackViewModel newestPack() {
        return newestPack;
    }
}
