package meridian.time;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class TimeTest {
    private final Observer anna = new Observer("A. Brandt", "Meridian");

    private Proposal proposal(String code, double asked, int grade) {
        Proposal proposal = new Proposal(code, anna, asked);
        proposal.setGrade(grade);
        return proposal;
    }

    @Test
    void theCommitteeGrantsTheBestFirst() {
        Proposal good = proposal("P1", 20, 1);
        Proposal fair = proposal("P2", 20, 2);
        Proposal ungraded = proposal("P3", 5, 0);
        assertEquals(0, new AllocationCommittee(30).allocate(List.of(fair, ungraded, good)), 1e-9);
        assertEquals(20, good.getHoursGranted(), 1e-9);
        assertEquals(10, fair.getHoursGranted(), 1e-9);
        assertEquals(0, ungraded.getHoursGranted(), 1e-9);
    }

    @Test
    void lostHoursComeBackInPart() {
        TimeLedger ledger = new TimeLedger();
        Proposal proposal = proposal("P1", 20, 2);
        proposal.setHoursGranted(10);
        ledger.open(proposal);
        proposal.addHoursLost(5);
        assertEquals(12.5, ledger.remaining(proposal), 1e-9);
        ledger.book("P1", 12);
        assertEquals(0.5, ledger.remaining(proposal), 1e-9);
        assertThrows(IllegalStateException.class, () -> ledger.book("P1", 1));
    }

    @Test
    void theBestGradeAlwaysHasHalfAnHour() {
        TimeLedger ledger = new TimeLedger();
        Proposal proposal = proposal("P1", 20, 1);
        proposal.setHoursGranted(10);
        proposal.addHoursUsed(9.9);
        assertEquals(0.5, ledger.remaining(proposal), 1e-9);
    }

    @Test
    void unknownProposalsCannotBook() {
        TimeLedger ledger = new TimeLedger();
        assertThrows(IllegalArgumentException.class, () -> ledger.book("nobody", 1));
        assertEquals(0, ledger.totalGranted());
    }

    @Test
    void grantsDoNotExceedWishes() {
        assertThrows(IllegalArgumentException.class, () -> proposal("P1", 2, 1).setHoursGranted(3));
    }

    @Test
    void theNextFreeNightSkipsSaturdaysAndClosedOnes() {
        ObservingTerm term = new ObservingTerm(LocalDate.of(2026, 3, 5), LocalDate.of(2026, 3, 9));
        term.close(LocalDate.of(2026, 3, 5));
        term.assign(LocalDate.of(2026, 3, 6), "P1");
        assertEquals(Optional.of(LocalDate.of(2026, 3, 8)), term.nextFree(LocalDate.of(2026, 3, 1)));
        assertEquals(Optional.of("P1"), term.proposalOf(LocalDate.of(2026, 3, 6)));
        assertTrue(term.nextFree(LocalDate.of(2026, 3, 10)).isEmpty());
        assertEquals(4, term.nights());
    }

    @Test
    void aGivenNightIsNotClosed() {
        ObservingTerm term = new ObservingTerm(LocalDate.of(2026, 3, 5), LocalDate.of(2026, 3, 9));
        LocalDate night = LocalDate.of(2026, 3, 6);
        term.assign(night, "P1");
        assertThrows(IllegalStateException.class, () -> term.close(night));
        assertThrows(IllegalArgumentException.class, () -> term.assign(LocalDate.of(2027, 1, 1), "P1"));
    }
}
