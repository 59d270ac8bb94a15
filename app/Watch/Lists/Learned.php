<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Outcome\KeptShare;
use Orchard\Core\Outcome\Verdict;
use Orchard\Core\Wording\TextField;

/** What results teach of an assumption of the weighing: which part of the gap in click rate a rewrite closes. */
final readonly class Learned
{
    private function __construct(public KeptShare $kept, public float $assumed)
    {
    }

    /** Null where no release with a promise could be judged. */
    public static function of(Store $store): ?self
    {
        $changes = [];
        foreach (
            Rows::all(
                'SELECT r.came, r.expected, r.error, r.promised_clicks, c.share, c.weeks_told FROM watch_changes c
                    JOIN watch_results r ON r.change_id = c.id AND r.part = 0 WHERE c.store_id = ? AND c.verdict <> ?
                    AND c.share > 0 AND r.promised_clicks > 0 AND c.fields & ? > 0',
                [$store->id, Verdict::Open->value, TextField::Title->value | TextField::Description->value],
            ) as $row
        ) {
            $per = ResultRow::DAYS / 7 / max(1, $row->int('weeks_told'));
            $changes[] = [
                'promised' => $row->number('promised_clicks') / $row->number('share'),
                'gain' => ($row->number('came') - $row->number('expected')) * $per,
                'error' => $row->number('error') * $per,
            ];
        }
        $assumed = $store->options()->assumed('share_closed');

        return $changes === [] ? null : new self(KeptShare::of($changes, $assumed), $assumed);
    }

    /** What the weighing could assume instead: at hundredths, between 0 and 1. */
    public function share(): float
    {
        return round(max(0.0, min(1.0, $this->kept->share)), 2);
    }

    public function differs(): bool
    {
        return abs($this->share() - $this->assumed) >= 0.05;
    }
}
