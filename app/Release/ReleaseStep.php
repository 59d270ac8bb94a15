<?php

declare(strict_types=1);

namespace App\Release;

use App\Changes\DraftState;
use App\Changes\Review\Reviewers;
use App\Platform\Web\Forms;
use App\Release\Items\ItemState;
use App\Release\Planning\PlanState;
use App\Release\Sending\LookWork;
use App\Release\Sending\SendWork;
use App\Stores\Models\Store;
use App\Stores\Overview\Way;
use App\Stores\Steps\Duty;
use App\Stores\Steps\Hand;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use Illuminate\Support\Facades\DB;

final class ReleaseStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Release;
    }

    public function url(Store $store): string
    {
        return route('release', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        ['ready' => $ready, 'clash' => $clashes, 'unseen' => $unseen, 'addresses' => $addresses] = $this->counts(
            $store,
        );

        return match (true) {
            $clashes > 0 => new Waiting($clashes, $clashes === 1 ? 'clash to decide' : 'clashes to decide'),
            $unseen > 0 => new Waiting($unseen, 'handed over, not seen'),
            $ready > 0 => new Waiting(
                $ready,
                ($addresses === 0 ? 'text' : 'change').($ready === 1 ? ' ready' : 's ready'),
            ),
            default => null,
        };
    }

    /**
     * @return array{ready: int, clash: int, unseen: int, addresses: int} addresses: those of ready and clash that are
     *     no texts
     */
    private function counts(Store $store): array
    {
        $of = static fn (string $table): array => DB::table($table)
            ->where('store_id', $store->id)
            ->whereIn('state', [DraftState::Ready->value, DraftState::Clash->value])
            ->groupBy('state')
            ->selectRaw('state, COUNT(*) AS n')
            ->pluck('n', 'state')
            ->all();
        [$texts, $addresses] = [$of('drafts'), $of('address_changes')];

        return [
            'ready' => (int) ($texts['ready'] ?? 0) + (int) ($addresses['ready'] ?? 0),
            'clash' => (int) ($texts['clash'] ?? 0) + (int) ($addresses['clash'] ?? 0),
            'unseen' => DB::table('release_items')
                ->where('store_id', $store->id)
                ->where('state', ItemState::Handed->value)
                ->where('seen', 'not seen')
                ->count(),
            'addresses' => (int) array_sum($addresses),
        ];
    }

    public function hand(Store $store): ?Hand
    {
        ['ready' => $ready, 'clash' => $clashes, 'unseen' => $unseen] = $this->counts($store);
        $unseenToo = $unseen === 0 ? '' : '; '.Forms::number($unseen).' handed over are not seen in the shop yet';
        $rest =
            ($ready === 0
                ? ''
                : '; '.Forms::number($ready).($ready === 1 ? ' change is' : ' changes are').' ready to be sent').
            $unseenToo;

        $approvals = self::approvals($store).self::planned($store);
        $stuck = DB::table('release_plans')
            ->where('store_id', $store->id)
            ->whereIn('state', [PlanState::Held->value, PlanState::Missed->value])
            ->count();

        return match (true) {
            $stuck > 0 => new Hand(
                $stuck,
                ($stuck === 1 ? 'planned release' : 'planned releases')." did not go$rest",
                route('release', $store),
                'See why',
            ),
            $clashes > 0 => new Hand(
                $clashes,
                ($clashes === 1 ? 'text was' : 'texts were')." changed in the shop as well as here$rest",
                route('release', $store),
                $clashes === 1 ? 'Decide it' : "Decide the $clashes",
            ),
            $ready > 0 => new Hand(
                $ready,
                ($ready === 1 ? 'change is' : 'changes are')." ready to be sent$approvals$unseenToo",
                route('release', $store),
                'Look and send',
            ),
            $unseen > 0 => new Hand(
                $unseen,
                'handed over are not seen in the shop yet',
                route('release', $store),
                'See them',
            ),
            default => null,
        };
    }

    /** When the next planned release goes; empty where none is planned. */
    private static function planned(Store $store): string
    {
        $next = DB::table('release_plans')
            ->where('store_id', $store->id)
            ->where('state', PlanState::Planned->value)
            ->min('sends_at');

        return is_string($next) ? '; a planned release goes '.Forms::moment($next, $store->timezone) : '';
    }

    /** What waits for somebody's approval; empty where nobody has a part. */
    private static function approvals(Store $store): string
    {
        $parts = Reviewers::waiting($store);
        $waiting = array_sum(array_column($parts, 'waiting'));
        $late = array_sum(array_column($parts, 'due'));

        return $waiting === 0
            ? ''
            : '; '.
                    Forms::number($waiting).
                    ($waiting === 1 ? ' waits' : ' wait').
                    ' for approval'.
                    ($late === 0 ? '' : ', '.Forms::number($late).' too long');
    }

    public function missing(Store $store): ?Missing
    {
        return $this->waiting($store) !== null || DB::table('release_batches')->where('store_id', $store->id)->exists()
            ? null
            : new Missing(
                'Nothing is ready yet. Drafts that are marked as ready are sent to the shop from here.',
                route('write', $store),
                'Write texts',
            );
    }

    public function duties(Store $store): array
    {
        $planned = DB::table('release_plans')
            ->where('store_id', $store->id)
            ->where('state', PlanState::Planned->value)
            ->count();

        return [
            new Duty(
                'Planned releases and campaigns',
                ($planned === 0 ? 'none is planned' : $planned.($planned === 1 ? ' is planned' : ' are planned')).
                    '; nothing else is sent by itself',
                SendWork::sort(),
                $planned > 0,
                new Way('See', route('release', $store), needs: 'view'),
            ),
            new Duty('Looks at released pages', 'until each is seen live', LookWork::sort()),
        ];
    }
}
