<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use Closure;
use Fiber;

/**
 * Runs tasks side by side in one process: each is a fiber, and where one waits for an answer or for its turn, the
 * others go on. Between two such waits a task has the process to itself, so that what it writes to the database is
 * never mixed with what another writes.
 */
final class SideBySide
{
    /** Seconds that one look for answers lasts at most, so that a task whose time has come is not forgotten. */
    private const LONGEST_LOOK = 1.0;

    /** @var array<int, Fiber<void, mixed, void, GuardedHttp|float>> those that wait, by their object's number */
    private array $waiting = [];

    /** @var array<int, float> when a task that waits for its turn goes on, in seconds since 1970 */
    private array $until = [];

    /** @var array<int, GuardedHttp> where a task that waits for an answer asked */
    private array $asked = [];

    /**
     * Ends when no task runs and none is to be begun. What a task throws ends all of them.
     *
     * @param  Closure(int): (Closure|null)  $next  gets how many run; gives the next task, or null for none now
     * @param  positive-int  $most  tasks at once
     * @param  ?Closure(): void  $beat  called about every second while tasks wait
     */
    public static function run(Closure $next, int $most, ?Closure $beat = null): void
    {
        $self = new self();
        while (true) {
            while (count($self->waiting) < $most && ($task = $next(count($self->waiting))) !== null) {
                /** @var Fiber<void, mixed, void, GuardedHttp|float> $fiber */
                $fiber = new Fiber($task);
                $self->waits($fiber, $fiber->start());
            }
            if ($self->waiting === []) {
                return;
            }
            $self->look();
            $beat === null || $beat();
        }
    }

    /** Lets the others go on for so many seconds; where nothing runs side by side, the process sleeps. */
    public static function pause(float $seconds): void
    {
        if (Fiber::getCurrent() === null) {
            usleep((int) ceil($seconds * 1_000_000));
        } else {
            Fiber::suspend(microtime(true) + $seconds);
        }
    }

    /** Goes on with those whose answer has come or whose time is there. */
    private function look(): void
    {
        $now = microtime(true);
        $soonest = $this->until === [] ? self::LONGEST_LOOK : max(0.0, min($this->until) - $now);
        $clients = [];
        foreach ($this->asked as $client) {
            $clients[spl_object_id($client)] = $client;
        }
        // With several clients each is looked at briefly, else one would keep the others waiting.
        $look = min($soonest, count($clients) > 1 ? 0.005 : self::LONGEST_LOOK);
        if ($clients === []) {
            usleep((int) ceil($look * 1_000_000));
        }
        foreach ($clients as $client) {
            foreach ($client->finished($look) as [$fiber, $answer]) {
                if ($fiber instanceof Fiber) {
                    $this->goOn(spl_object_id($fiber), $answer);
                }
            }
        }
        $now = microtime(true);
        $due = array_filter($this->until, static fn (float $at): bool => $at <= $now);
        asort($due);
        foreach (array_keys($due) as $id) {
            $this->goOn($id, null);
        }
    }

    private function goOn(int $id, mixed $with): void
    {
        $fiber = $this->waiting[$id];
        unset($this->waiting[$id], $this->until[$id], $this->asked[$id]);
        $this->waits($fiber, $fiber->resume($with));
    }

    /** @param  Fiber<void, mixed, void, GuardedHttp|float>  $fiber */
    private function waits(Fiber $fiber, GuardedHttp|float|null $for): void
    {
        if ($fiber->isTerminated()) {
            return;
        }
        $id = spl_object_id($fiber);
        $this->waiting[$id] = $fiber;
        if ($for instanceof GuardedHttp) {
            $this->asked[$id] = $for;
        } else {
            $this->until[$id] = $for ?? 0.0;
        }
    }
}
