package app.lacuna.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LimitExceeded;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class TroublesTest {
    private static final List<Path> FILES = List.of(Path.of("notes.zip"));

    private final Troubles troubles = new Troubles();

    @Test
    void tell_damaged_offersToSaveWhatOpens() {
        troubles.tell(new DamagedArchive(Damage.CUT_SHORT, "", 9), FILES, false);
        assertThat(troubles.offer().get()).isEqualTo(Offer.SALVAGE);
        assertThat(troubles.files()).isEqualTo(FILES);
        assertThat(troubles.failure().get()).isPresent();
    }

    @Test
    void tell_damagedAlthoughSalvaged_offersNothingAgain() {
        troubles.tell(new DamagedArchive(Damage.CUT_SHORT, "", 9), FILES, true);
        assertThat(troubles.offer().get()).isEqualTo(Offer.NONE);
    }

    @Test
    void tell_tooMuchClaimed_offersToOpenAllTheSame() {
        troubles.tell(new LimitExceeded(LimitExceeded.Limit.ENTRIES, 1, 2), FILES, false);
        assertThat(troubles.offer().get()).isEqualTo(Offer.ALL_THE_SAME);
    }

    @Test
    void tell_otherFailure_offersNothing() {
        troubles.tell(new IOException("no"), FILES, false);
        assertThat(troubles.offer().get()).isEqualTo(Offer.NONE);
        assertThat(troubles.failure().get()).isPresent();
    }

    @Test
    void offer_withoutFiles_isNone() {
        troubles.offer(Offer.SALVAGE, List.of());
        assertThat(troubles.offer().get()).isEqualTo(Offer.NONE);
    }

    @Test
    void clear_takesFailureAndOfferAway() {
        troubles.tell(new DamagedArchive(Damage.CUT_SHORT, "", 9), FILES, false);
        troubles.clear();
        assertThat(troubles.failure().get()).isEmpty();
        assertThat(troubles.offer().get()).isEqualTo(Offer.NONE);
        assertThat(troubles.files()).isEmpty();
    }
}
