<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\Units;
use App\Weigh\Scoring\Model;
use Illuminate\Http\Request;

/**
 * The order of pages under other assumptions, from the parts that the scoring kept of each page: the whole gap of the
 * texts, and what better positions would bring at each target were the probability one. All pages follow at once;
 * nothing has to be weighed anew.
 */
final readonly class WhatIf
{
    public const PAGE = 50;

    /** Places of today that are told; whatever came from beyond is told so. */
    public const PLACES = 5000;

    /**
     * @param  list<int>  $markets  ids of those that count; empty for all
     * @param  string  $unit  of all sums: a currency, or clicks
     * @param  bool  $leavesOut  whether markets of other units were asked for
     */
    private function __construct(
        public float $share,
        public float $probability,
        public int $target,
        public float $value,
        public array $markets,
        public string $unit,
        public bool $leavesOut,
    ) {
    }

    public static function from(Request $request, Store $store): self
    {
        $assumed = Model::assumptions($store);
        $number = static fn (string $key, float $usual, float $least, float $most): float => is_string(
            $request->query($key),
        ) && is_numeric($request->query($key))
            ? max($least, min($most, (float) $request->query($key)))
            : $usual;
        $markets = $request->query('markets');
        $units = Units::of($store);
        $asked = array_values(
            array_map(
                intval(...),
                array_filter(
                    is_array($markets) ? $markets : [],
                    static fn (mixed $id): bool => is_string($id) && ctype_digit($id) && strlen($id) < 18,
                ),
            ),
        );
        $known = array_map(static fn (Market $one): int => $one->id, Markets::of($store)->all());
        $asked = array_values(array_intersect($known, $asked));
        // Sums of unlike currencies say nothing: those of the first that is asked for are added.
        $first = $units->unit($asked[0] ?? null);
        $chosen = array_values(array_intersect($asked === [] ? $known : $asked, $units->markets()[$first]));

        return new self(
            $number('share', $assumed->shareClosed, 0, 1),
            $number('probability', $assumed->liftProbability, 0, 1),
            (int) round($number('target', max(1, min(5, round($assumed->target))), 1, 5)),
            $number('value', 1, 0, 100),
            $chosen === $known ? [] : $chosen,
            $first,
            count($chosen) < count($asked === [] ? $known : $asked),
        );
    }

    /**
     * @return array{rows: list<WhatIfPage>, upside: float, wording: float, lift: float, was: float} the first pages
     *     with  their place before and after, and the sums of all
     */
    public function answer(Store $store, Lens $lens): array
    {
        $wording = sprintf('s.whole_gap * %F', $this->share * $this->value);
        $lift = sprintf('s.lift_%d * %F', $this->target, $this->probability * $this->value);
        $where = 's.store_id = ?';
        $values = [$store->id];
        if ($lens->kind !== null) {
            $where .= ' AND s.kind = ?';
            $values[] = $lens->kind->value;
        }
        if ($this->markets !== []) {
            $where .= ' AND s.market_id IN ('.Bulk::list($this->markets).')';
        }
        $total = Rows::sole(
            "SELECT COALESCE(SUM($wording), 0) AS wording, COALESCE(SUM($lift), 0) AS lift, COALESCE(SUM(s.upside),
                0) AS was FROM weigh_scores s WHERE $where",
            $values,
        );
        $rows = array_values(
            Rows::all(
                "SELECT s.page_id, s.kind, s.upside, $wording AS wording, $lift AS lift, $wording + $lift AS now
                    FROM weigh_scores s WHERE $where ORDER BY now DESC, s.page_id DESC LIMIT ".self::PAGE,
                $values,
            ),
        );
        $pages = Bulk::ids($rows, 'page_id');
        $places = array_flip(
            Bulk::ids(
                Rows::all(
                    "SELECT s.page_id FROM weigh_scores s WHERE $where ORDER BY s.upside DESC, s.page_id DESC LIMIT ".
                        self::PLACES,
                    $values,
                ),
                'page_id',
            ),
        );
        $names = [];
        foreach (
            $pages === []
                ? []
                : Rows::all(
                    'SELECT p.id, p.url, f.title FROM pages p LEFT JOIN page_facts f ON f.page_id = p.id
                        AND f.to_crawl = 0 WHERE p.id IN ('.
                        Bulk::list($pages).
                        ')',
                ) as $row
        ) {
            $names[$row->int('id')] = $row;
        }
        foreach ($rows as $row) {
            $row->url = $names[$row->int('page_id')]->url ?? '';
            $row->title = $names[$row->int('page_id')]->title ?? null;
            $row->was_place = isset($places[$row->int('page_id')]) ? $places[$row->int('page_id')] + 1 : null;
        }

        return [
            'rows' => Records::of(WhatIfPage::class, $rows),
            'upside' => $total->number('wording') + $total->number('lift'),
            'wording' => $total->number('wording'),
            'lift' => $total->number('lift'),
            'was' => $total->number('was'),
        ];
    }
}
