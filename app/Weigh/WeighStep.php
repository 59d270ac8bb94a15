<?php

declare(strict_types=1);

namespace App\Weigh;

use App\Facts\FactTable;
use App\Platform\Database\Rows;
use App\Platform\Web\Forms;
use App\Stores\Models\Store;
use App\Stores\Steps\Duty;
use App\Stores\Steps\Hand;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use App\Weigh\Weighing\ScoreWork;
use App\Weigh\Worklists\PageState;
use App\Weigh\Worklists\Progress;
use DateTimeImmutable;

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
        $open = Rows::figure(
            'SELECT COUNT(*) AS n FROM weigh_worklists w JOIN weigh_worklist_pages p ON p.worklist_id = w.id
                AND p.state IN ('.
                PageState::sql(false).
                ") WHERE w.store_id = ? AND w.state = 'open'",
            [$store->id],
        );

        return $open === 0 ? null : new Waiting($open, 'in worklists');
    }

    public function hand(Store $store): ?Hand
    {
        Progress::learn($store);
        $list = Rows::one(
            'SELECT w.id, w.name, w.due_day, COUNT(*) AS pages, SUM(p.state IN ('.
                PageState::sql(false).
                ')) AS open FROM weigh_worklists w JOIN weigh_worklist_pages p ON p.worklist_id = w.id AND '.
                "p.state <> 'left' WHERE w.store_id = ? AND w.state = 'open' GROUP BY w.id, w.name, ".
                'w.due_day HAVING open > 0 ORDER BY w.due_day, w.id LIMIT 1',
            [$store->id],
        );
        if ($list !== null) {
            $days = (int) (new DateTimeImmutable($store->today()))
                ->diff(new DateTimeImmutable($list->text('due_day')))
                ->format('%r%a');

            return new Hand(
                $list->int('open'),
                'of '.
                    Forms::number($list->int('pages')).
                    " pages in “{$list->name}” are still to do; ".
                    match (true) {
                        $days < 0 => 'it was due on '.Forms::day($list->text('due_day')),
                        $days === 0 => 'it is due today',
                        $days === 1 => '1 day left',
                        default => "$days days left",
                    },
                route('worklist', [$store, $list->id]),
                'Open the worklist',
            );
        }
        $losing = Rows::figure(
            "SELECT COUNT(*) AS n FROM weigh_losses WHERE store_id = ? AND weeks = 4 AND against = 'before'
                AND lost >= ".WeighOverview::MUCH,
            [$store->id],
        );

        return $losing === 0
            ? null
            : new Hand(
                $losing,
                $losing === 1
                    ? 'page lost ten clicks or more against the four weeks before'
                    : 'pages lost ten clicks or more against the four weeks before',
                route('weigh.losing', [$store, 'weeks' => 4]),
                'See why',
            );
    }

    public function missing(Store $store): ?Missing
    {
        return FactTable::Search->isTold($store)
            ? null
            : new Missing(
                'No search data yet. With clicks and impressions you see which pages could earn most.',
                route('gather.files', $store),
                'Import search data',
            );
    }

    public function duties(Store $store): array
    {
        return [new Duty('Weighing of all pages', 'after each crawl, and after new numbers', ScoreWork::sort())];
    }
}
