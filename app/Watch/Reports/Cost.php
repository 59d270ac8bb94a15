<?php

declare(strict_types=1);

namespace App\Watch\Reports;

use App\Changes\Origin;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Stores\Reporting\ReportBoard;
use App\Stores\Reporting\Spent;
use App\Watch\Changed\ChangeSource;

/**
 * What the releases of a time cost: the hours that their pages take by hand, as the store's assumptions say, and what
 * was paid for suggested texts. Pages that recipes, files or campaigns wrote take no hours of their own.
 */
final readonly class Cost
{
    /** Minutes for which a person looks at a text that was suggested, as a part of writing it. */
    private const LOOK = 0.2;

    /** @param  list<Spent>  $spent */
    private function __construct(public int $pages, public float $hours, public float $perHour, public array $spent)
    {
    }

    public static function of(Store $store, string $from, string $to): self
    {
        $minutes = 0.0;
        $pages = 0;
        foreach (
            Rows::all(
                'SELECT p.kind, p.origin, COUNT(*) AS n FROM watch_changes c JOIN watch_pages p ON p.change_id = c.id
                    WHERE c.store_id = ? AND c.source = ? AND c.first_day BETWEEN ? AND ? AND p.origin IN (?, ?)
                    GROUP BY p.kind, p.origin',
                [$store->id, ChangeSource::Release->value, $from, $to, Origin::Hand->value, Origin::Suggested->value],
            ) as $row
        ) {
            $kind = PageKind::tryFrom($row->int('kind')) ?? PageKind::Other;
            $share = $row->text('origin') === Origin::Suggested->value ? self::LOOK : 1.0;
            $minutes += $share * $row->int('n') * $store->options()->assumed('minutes_'.self::key($kind));
            $pages += $row->int('n');
        }

        return new self(
            $pages,
            $minutes / 60,
            $store->options()->assumed('hour_cost'),
            app(ReportBoard::class)->spent($store, $from, $to),
        );
    }

    /** What the hours cost, in the currency of the store's money. */
    public function work(): float
    {
        return $this->hours * $this->perHour;
    }

    private static function key(PageKind $kind): string
    {
        return match ($kind) {
            PageKind::Home => 'home',
            PageKind::Collection => 'collection',
            PageKind::Product => 'product',
            PageKind::Article => 'article',
            default => 'other',
        };
    }
}
