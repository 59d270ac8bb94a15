<?php

declare(strict_types=1);

namespace App\Release;

use App\Changes\DraftState;
use App\Release\Items\ItemState;
use App\Stores\Models\Store;
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
        $states = DB::table('drafts')
            ->where('store_id', $store->id)
            ->whereIn('state', [DraftState::Ready->value, DraftState::Clash->value])
            ->groupBy('state')
            ->selectRaw('state, COUNT(*) AS n')
            ->pluck('n', 'state');
        $addresses = DB::table('address_changes')
            ->where('store_id', $store->id)
            ->whereIn('state', [DraftState::Ready->value, DraftState::Clash->value])
            ->groupBy('state')
            ->selectRaw('state, COUNT(*) AS n')
            ->pluck('n', 'state');
        $clashes = (int) ($states['clash'] ?? 0) + (int) ($addresses['clash'] ?? 0);
        $ready = (int) ($states['ready'] ?? 0) + (int) ($addresses['ready'] ?? 0);

        $unseen = DB::table('release_items')
            ->where('store_id', $store->id)
            ->where('state', ItemState::Handed->value)
            ->where('seen', 'not seen')
            ->count();

        return match (true) {
            $clashes > 0 => new Waiting($clashes, $clashes === 1 ? 'clash to decide' : 'clashes to decide'),
            $unseen > 0 => new Waiting($unseen, 'handed over, not seen'),
            $ready > 0 => new Waiting(
                $ready,
                $addresses->isEmpty()
                    ? ($ready === 1
                        ? 'text ready'
                        : 'texts ready')
                    : ($ready === 1
                        ? 'change ready'
                        : 'changes ready'),
            ),
            default => null,
        };
    }

    public function missing(Store $store): ?Missing
    {
        return $this->waiting($store) !== null || DB::table('release_batches')->where('store_id', $store->id)->exists()
            ? null
            : new Missing(
                'Nothing is ready yet. Drafts that are marked as ready on the writing desk are sent to the shop from here.',
                route('write', $store),
                'Write texts',
            );
    }
}
