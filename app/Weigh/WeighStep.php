<?php

declare(strict_types=1);

namespace App\Weigh;

use App\Facts\NumberWindow;
use App\Stores\Models\Store;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use App\Weigh\Worklists\PageState;
use App\Weigh\Worklists\Progress;
use Illuminate\Support\Facades\DB;

final class WeighStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Weigh;
    }

    public function url(Store $store): string
    {
        return route('weigh', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        // Lists are few, and each holds two thousand pages at most.
        Progress::learn($store);
        $open = (int) DB::selectOne(
            'SELECT COUNT(*) AS n FROM weigh_worklists w JOIN weigh_worklist_pages p ON p.worklist_id = w.id AND p.state IN ('.
                PageState::sql(false).
                ") WHERE w.store_id = ? AND w.state = 'open'",
            [$store->id],
        )->n;

        return $open === 0 ? null : new Waiting($open, 'in worklists');
    }

    public function missing(Store $store): ?Missing
    {
        return NumberWindow::of($store) !== null
            ? null
            : new Missing(
                'No search data yet. With clicks and impressions you see which pages could earn most.',
                route('gather.files', $store),
                'Import search data',
            );
    }
}
