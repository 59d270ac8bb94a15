<?php

declare(strict_types=1);

namespace App\Stores\Overview;

use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Carbon;

/** What steps and kernels put on the first screen after signing in; each costs a few indexed queries at most. */
final class OverviewBoard
{
    /** @var ?Closure(Store): ?Lots */
    private ?Closure $lots = null;

    /** @var ?Closure(Store): ?WeeksOfClicks */
    private ?Closure $weeks = null;

    /** @var list<Closure(Store, Carbon): list<Change>> */
    private array $changes = [];

    /** @var list<Closure(Store): list<Source>> */
    private array $sources = [];

    /** @var list<Closure(Store, string): list<Mark>> */
    private array $marks = [];

    /** @var list<Closure(Store): list<FirstHourPart>> */
    private array $firstHour = [];

    /** @param  Closure(Store): ?Lots  $tells */
    public function tellLots(Closure $tells): void
    {
        $this->lots = $tells;
    }

    /** @param  Closure(Store): ?WeeksOfClicks  $tells */
    public function tellWeeks(Closure $tells): void
    {
        $this->weeks = $tells;
    }

    /** @param  Closure(Store, Carbon): list<Change>  $tells  what has changed since then */
    public function tellChanges(Closure $tells): void
    {
        $this->changes[] = $tells;
    }

    /** @param  Closure(Store): list<Source>  $tells */
    public function tellSources(Closure $tells): void
    {
        $this->sources[] = $tells;
    }

    /** @param  Closure(Store, string): list<Mark>  $tells  marks from that day on */
    public function tellMarks(Closure $tells): void
    {
        $this->marks[] = $tells;
    }

    /** @param  Closure(Store): list<FirstHourPart>  $tells */
    public function tellFirstHour(Closure $tells): void
    {
        $this->firstHour[] = $tells;
    }

    public function lots(Store $store): ?Lots
    {
        return $this->lots === null ? null : ($this->lots)($store);
    }

    public function weeks(Store $store): ?WeeksOfClicks
    {
        return $this->weeks === null ? null : ($this->weeks)($store);
    }

    /** @return list<Change> newest first */
    public function changes(Store $store, Carbon $since, int $most = 7): array
    {
        $all = array_merge(...array_map(static fn (Closure $tells): array => $tells($store, $since), $this->changes));
        usort($all, static fn (Change $a, Change $b): int => $b->at <=> $a->at);

        return array_slice($all, 0, $most);
    }

    /** @return list<Source> */
    public function sources(Store $store): array
    {
        return array_merge(...array_map(static fn (Closure $tells): array => $tells($store), $this->sources));
    }

    /** @return list<Mark> */
    public function marks(Store $store, string $from): array
    {
        return array_merge(...array_map(static fn (Closure $tells): array => $tells($store, $from), $this->marks));
    }

    /** @return list<FirstHourPart> in their order */
    public function firstHour(Store $store): array
    {
        $all = array_merge(...array_map(static fn (Closure $tells): array => $tells($store), $this->firstHour));
        usort($all, static fn (FirstHourPart $a, FirstHourPart $b): int => $a->place <=> $b->place);

        return $all;
    }
}
