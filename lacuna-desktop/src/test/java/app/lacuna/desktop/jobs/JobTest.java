package app.lacuna.desktop.jobs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.common.Outcome;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class JobTest {
    private final ScriptedThreads script = new ScriptedThreads(11);
    private final Lifetime life = script.life();
    private final List<String> heard = new ArrayList<>();
    private final List<String> late = new ArrayList<>();

    private Job job(Job.Policy policy) {
        return new Job(life, JobKind.LOOKING, policy);
    }

    private void start(Job job, String name) {
        job.start(
                (listener, cancel) -> name,
                outcome ->
                        heard.add(
                                outcome instanceof Outcome.Done<String> done
                                        ? done.value()
                                        : name + " not"),
                late::add);
    }

    /** What belongs to the work is closed exactly once, whatever becomes of it. */
    @Test
    void atLast_isDoneOnceForEveryWish() {
        List<String> last = new ArrayList<>();
        for (Job.Policy policy : Job.Policy.values()) {
            Job job = job(policy);
            for (int i = 0; i < 3; i++) {
                String name = policy + " " + i;
                job.start((l, c) -> name, outcome -> {}, value -> {}, () -> last.add(name));
            }
            if (policy == Job.Policy.QUEUE) {
                script.step();
                job.cancel();
            }
            script.settle();
        }
        Job given = job(Job.Policy.QUEUE);
        for (int i = 0; i < 2; i++) {
            String name = "given up " + i;
            given.start((l, c) -> name, outcome -> {}, value -> {}, () -> last.add(name));
        }
        life.end();
        script.settle();
        given.start((l, c) -> "", outcome -> {}, value -> {}, () -> last.add("after the end"));
        assertThat(last).hasSize(12).doesNotHaveDuplicates();
    }

    @Test
    void ofTheNewestWishAloneIsHeard() {
        Job job = job(Job.Policy.NEWEST_WINS);
        List.of("a", "b", "c").forEach(name -> start(job, name));
        script.settle();
        assertThat(heard).containsExactly("c");
        assertThat(job.running().get()).isFalse();
    }

    @Test
    void workThatIsUnderWayIsToldThatANewerWishHasCome() {
        Job job = job(Job.Policy.NEWEST_WINS);
        List<Boolean> told = new ArrayList<>();
        job.start(
                (listener, cancel) -> {
                    told.add(cancel.isCancelled());
                    start(job, "newer");
                    told.add(cancel.isCancelled());
                    return "older";
                },
                outcome -> heard.add("older"),
                late::add);
        script.settle();
        assertThat(told).containsExactly(false, true);
        assertThat(heard).containsExactly("newer");
        assertThat(late).as("somebody wipes what nobody wants").containsExactly("older");
    }

    /** The newer one had taken the place of the older: that does not come back. */
    @Test
    void cancel_ofTheNewest_doesNotBringBackTheOlder() {
        Job job = job(Job.Policy.NEWEST_WINS);
        start(job, "older");
        start(job, "newer");
        job.cancel();
        script.settle();
        assertThat(heard).containsExactly("newer not");
        start(job, "next");
        script.settle();
        assertThat(heard).containsExactly("newer not", "next");
    }

    @Test
    void aQueueLosesNothingAndKeepsItsOrder() {
        Job job = job(Job.Policy.QUEUE);
        List.of("a", "b", "c").forEach(name -> start(job, name));
        script.settle();
        assertThat(heard).containsExactly("a", "b", "c");
    }

    @Test
    void whatIsRefusedIsSaid() {
        Job job = job(Job.Policy.REFUSE);
        start(job, "a");
        start(job, "b");
        assertThat(life.book().refused().get()).contains(new JobBook.Refused(JobKind.LOOKING));
        script.settle();
        assertThat(heard).containsExactly("a");
    }

    @Test
    void running_endsAfterTheResultIsTold() {
        Job job = job(Job.Policy.REFUSE);
        List<String> whenNotRunning = new ArrayList<>();
        job.running()
                .addListener(
                        (property, before, now) -> {
                            if (!now) {
                                whenNotRunning.addAll(heard);
                            }
                        });
        start(job, "a");
        script.settle();
        assertThat(whenNotRunning).containsExactly("a");
    }

    @Test
    void onEnd_canBeginTheNextRun() {
        for (Job.Policy policy : Job.Policy.values()) {
            heard.clear();
            Job job = job(policy);
            List<Boolean> changes = new ArrayList<>();
            job.running().addListener((property, before, now) -> changes.add(now));
            job.start((l, c) -> "first", outcome -> start(job, "second"));
            script.settle();
            assertThat(heard).as("%s", policy).containsExactly("second");
            assertThat(changes).as("it did not stop in between").containsExactly(true, false);
            assertThat(life.book().jobs()).isEmpty();
        }
    }

    @Test
    void onEnd_doesNotOvertakeWhatWaits() {
        Job job = job(Job.Policy.QUEUE);
        job.start((l, c) -> "a", outcome -> start(job, "c"));
        start(job, "b");
        script.settle();
        assertThat(heard).containsExactly("b", "c");
    }

    @Test
    void onEnd_thatFails_leavesTheJobUsable() {
        Job job = job(Job.Policy.REFUSE);
        job.start(
                (l, c) -> "a",
                outcome -> {
                    throw new IllegalStateException("a fault of the page");
                });
        assertThatThrownBy(script::settle).isInstanceOf(IllegalStateException.class);
        assertThat(job.running().get()).isFalse();
        start(job, "b");
        script.settle();
        assertThat(heard).containsExactly("b");
    }

    @Test
    void anErrorEndsAJobToo() {
        Job job = job(Job.Policy.REFUSE);
        job.start(
                (listener, cancel) -> {
                    throw new StackOverflowError();
                },
                outcome -> heard.add(String.valueOf(outcome instanceof Outcome.Failed<?>)));
        script.settle();
        assertThat(heard).containsExactly("true");
        assertThat(job.running().get()).isFalse();
        assertThat(life.book().isWorking()).isFalse();
        assertThat(life.book().jobs()).isEmpty();
    }

    @Test
    void nothingArrivesWhenTheLifeIsOver() {
        Job job = job(Job.Policy.REFUSE);
        start(job, "a");
        life.end();
        script.settle();
        start(job, "b");
        script.settle();
        assertThat(heard).isEmpty();
        assertThat(life.book().jobs()).isEmpty();
    }

    @Test
    void whatIsReadIsClosedOnlyWhenNobodyReadsItAnyMore() {
        List<String> order = new ArrayList<>();
        Job job = job(Job.Policy.REFUSE);
        job.start(
                (listener, cancel) -> {
                    life.end(() -> order.add("closed"), () -> order.add("told"));
                    return order.add("read to its end");
                },
                outcome -> order.add("heard"));
        script.settle();
        assertThat(order).containsExactly("read to its end", "closed", "told");
    }

    @Test
    void innerLivesEndWithTheirOuterOne() {
        Lifetime inner = life.inner();
        start(new Job(inner, JobKind.LOOKING, Job.Policy.REFUSE), "a");
        life.end();
        assertThat(inner.isOver()).isTrue();
        script.settle();
        assertThat(heard).isEmpty();
    }

    @Test
    void severalTakeTurnsInTheOrderOfTheirStartAndOneThatWaitsCanBeCancelled() {
        Turns turns = new Turns();
        List<Job> jobs = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            jobs.add(new Job(life, JobKind.PACKING, Job.Policy.REFUSE, turns));
            start(jobs.get(i), "job " + i);
        }
        assertThat(jobs.get(0).inLine().get()).isFalse();
        assertThat(jobs.get(1).inLine().get()).isTrue();
        jobs.get(2).cancel();
        script.settle();
        assertThat(heard).containsExactly("job 2 not", "job 0", "job 1", "job 3");
        assertThat(jobs).noneMatch(job -> job.running().get());
    }

    @Test
    void whereAJobWritesIsReservedUntilItsEnd() {
        Path target = Path.of("notes.zip");
        Job job = job(Job.Policy.REFUSE).writingTo(target);
        assertThat(life.book().isReserved(target)).isFalse();
        start(job, "a");
        assertThat(life.book().isReserved(target.toAbsolutePath())).isTrue();
        script.settle();
        assertThat(life.book().isReserved(target)).isFalse();
    }
}
