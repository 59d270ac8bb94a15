<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Models\User;
use App\Access\Visits;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use App\Stores\Overview\FirstHourPart;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Steps\StepBoard;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Illuminate\View\View;

/** The first screen after signing in: where money lies, what needs a hand, what changed, how fresh everything is. */
final readonly class OverviewController
{
    public function __construct(private OverviewBoard $board, private StepBoard $steps, private WorkDesk $desk)
    {
    }

    public function __invoke(Request $request, Store $store): View
    {
        /** @var User $user */
        $user = $request->user();
        $before = Visits::before($user, $store);
        $firstHour = $this->board->firstHour($store);
        $lots = $this->board->lots($store);
        $weeks = $lots === null ? null : $this->board->weeks($store);

        return view('store.overview', [
            'store' => $store,
            'lots' => $lots,
            'weeks' => $weeks,
            'marks' => $weeks === null ? [] : $this->board->marks($store, $weeks->weeks[0]->monday),
            'firstHour' => $firstHour,
            'showsFirstHour' => $lots === null || $request->query->has('first-hour'),
            'next' => self::next($firstHour),
            'entries' => $this->steps->forStore($store),
            'hands' => $this->steps->hands($store),
            'missing' => $this->steps->missing($store),
            'before' => $before,
            'since' => self::since($before, $store),
            'changes' => $this->board->changes($store, $before ?? Carbon::now('UTC')->subDays(7)),
            'works' => array_map(
                fn (WorkView $work): array => ['view' => $work, 'title' => $this->desk->titleOf($work->sort)],
                WorkView::underWay($store->id),
            ),
            'sources' => $this->board->sources($store),
        ]);
    }

    /**
     * The part of the first hour that is to be done now: the first that can begin.
     *
     * @param  list<FirstHourPart>  $parts
     */
    private static function next(array $parts): ?FirstHourPart
    {
        foreach ($parts as $part) {
            if (! $part->isDone && $part->state === null && $part->canBegin) {
                return $part;
            }
        }

        return null;
    }

    /** As people would say it: "since Thursday, 17:40". */
    private static function since(?Carbon $before, Store $store): string
    {
        if ($before === null) {
            return 'in the last seven days';
        }
        $there = $before->clone()->setTimezone($store->timezone);
        $now = Carbon::now($store->timezone);

        return 'since '.
            match (true) {
                $there->isSameDay($now) => $there->format('H:i'),
                $there->isSameDay($now->clone()->subDay()) => 'yesterday, '.$there->format('H:i'),
                $there->greaterThan($now->clone()->subDays(6)) => $there->format('l, H:i'),
                default => $there->format('j F'),
            };
    }
}
