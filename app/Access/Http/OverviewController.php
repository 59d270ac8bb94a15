<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Models\User;
use App\Access\Visits;
use App\Platform\Typed;
use App\Stores\Http\UnderWayController;
use App\Stores\Models\Store;
use App\Stores\Night\NightShift;
use App\Stores\Overview\FirstHourPart;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Steps\Hand;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Illuminate\View\View;

/** The first screen after signing in: where money lies, what needs a hand, what changed, how fresh everything is. */
final readonly class OverviewController
{
    /** Days for which a store is new: the next thing of its first hour is offered. */
    private const NEW = 30;

    public function __construct(
        private OverviewBoard $board,
        private StepBoard $steps,
        private Stamps $stamps,
        private NightShift $night,
    ) {
    }

    /** The foot of the overview, as a fragment: the rest of it stands there meanwhile. */
    public function rest(Request $request, Store $store): View
    {
        /** @var User $user */
        $user = $request->user();
        $before = Visits::before($user, $store);

        return view('store.overview-rest', [
            'store' => $store,
            'since' => self::since($before, $store),
            'changes' => $this->board->changes($store, $before ?? Carbon::now('UTC')->subDays(7)),
            'works' => UnderWayController::standing($store, $this->steps, $this->stamps)['works'],
            'sources' => $this->board->sources($store),
        ]);
    }

    public function __invoke(Request $request, Store $store): View
    {
        /** @var User $user */
        $user = $request->user();
        $before = Visits::before($user, $store);
        $standing = UnderWayController::standing($store, $this->steps, $this->stamps);
        $lots = $this->board->lots($store);
        $showsFirstHour = $lots === null || $request->query->has('first-hour');
        $isNew =
            $showsFirstHour ||
            Carbon::parse(Typed::text($store->getAttribute('created_at')))->greaterThan(now('UTC')->subDays(self::NEW));
        $firstHour = $isNew ? $this->board->firstHour($store) : [];
        $hands = $this->steps->hands($store);
        $weeks = $lots === null ? null : $this->board->weeks($store);

        return view('store.overview', [
            'store' => $store,
            'lots' => $lots,
            'weeks' => $weeks,
            'marks' => $weeks === null ? [] : $this->board->marks($store, $weeks->weeks[0]->monday),
            'firstHour' => $firstHour,
            'showsFirstHour' => $showsFirstHour,
            'next' => self::next($firstHour),
            'entries' => $standing['steps'],
            'hands' => $hands,
            // What a step lacks is told where nothing else is.
            'missing' => $this->steps->missing(
                $store,
                array_keys(array_filter($hands, static fn (?Hand $hand): bool => $hand === null)),
            ),
            'failed' => $this->night->failed($store),
            'before' => $before,
            'since' => self::since($before, $store),
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
