<?php

declare(strict_types=1);

namespace App\Tend\Found;

use App\Inventory\Figures;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * Writes down what a run finds, with what it touches; what a run does not find again is mended. Written in portions,
 * each under the fence of the run's work, so that a portion that was written twice is the same once.
 */
final class FindingBook
{
    private const PORTION = 1000;

    /** Days for which mended findings are kept. */
    private const KEEP_DAYS = 90;

    /** Bytes of what was seen. */
    private const MOST_DETAIL = 1900;

    /** @var list<Found> */
    private array $waiting = [];

    /** @var array<string, int> cause's id by type and digest */
    private array $causes = [];

    public function __construct(
        private readonly Store $store,
        private readonly WorkRun $run,
        private readonly Figures $figures,
    ) {
    }

    public function add(Found $found): void
    {
        $this->waiting[] = $found;
        if (count($this->waiting) >= self::PORTION) {
            $this->flush();
        }
    }

    public function flush(): void
    {
        if ($this->waiting === []) {
            return;
        }
        $waiting = $this->waiting;
        $this->waiting = [];
        $pages = array_values(array_unique(array_map(static fn (Found $found): int => $found->page, $waiting)));
        $upsides = $this->figures->of('upside', $this->store, $pages);
        $this->run->fenced(function () use ($waiting, $pages, $upsides): void {
            $numbers = [];
            foreach (
                Rows::all(
                    'SELECT page_id, market_id, clicks, revenue FROM page_index WHERE store_id = ? AND page_id IN ('.
                        Bulk::list($pages).
                        ')',
                    [$this->store->id],
                ) as $row
            ) {
                $numbers[$row->int('page_id')] = $row;
            }
            $this->knowCauses($waiting);
            $rows = [];
            foreach ($waiting as $found) {
                $of = $numbers[$found->page] ?? null;
                if ($of === null) {
                    continue;
                }
                [$clicks, $revenue] = $found->touches ?? [$of->int('clicks'), $of->number('revenue')];
                $upside = $found->touches === null ? max(0.0, $upsides[$found->page] ?? 0.0) : 0.0;
                $rows[] = [
                    $this->store->id,
                    $found->type->value,
                    $found->page,
                    $this->causes[self::keyOf($found)],
                    FindingState::Open->value,
                    $of->int('market_id'),
                    self::json($found->detail),
                    $found->spots,
                    $found->target,
                    $clicks,
                    $revenue,
                    $upside,
                    Worth::of($clicks, $revenue, $upside),
                    $this->run->workId,
                    now()->toDateTimeString(),
                ];
            }
            Bulk::upsert(
                'tend_findings',
                [
                    'store_id', 'type', 'page_id', 'cause_id', 'state', 'market_id', 'detail', 'spots', 'target_page',
                    'clicks', 'revenue', 'upside', 'worth', 'run', 'found_at',
                ],
                $rows,
                'cause_id = VALUES(cause_id), found_at = IF(state = 3, VALUES(found_at),
                    found_at),
                    state = IF(state = 3, 1, state), mended_at = NULL, market_id = VALUES(market_id),
                    detail = VALUES(detail), spots = VALUES(spots), target_page = VALUES(target_page),
                    clicks = VALUES(clicks), revenue = VALUES(revenue), upside = VALUES(upside), worth = VALUES(worth),
                    run = VALUES(run)',
            );
        });
        $this->run->beat();
    }

    /**
     * Ends a run: what was not found again is mended, what people left stays left, causes are added up.
     *
     * @param  list<FindingType>  $types  those that the run could tell
     */
    public function close(array $types): void
    {
        $this->flush();
        $list = Bulk::list(array_map(static fn (FindingType $type): int => $type->value, $types));
        $this->run->fenced(function () use ($list): void {
            DB::update(
                "UPDATE tend_findings SET state = ?, mended_at = ? WHERE store_id = ? AND type IN ($list) AND run <> ?
                    AND state <> ?",
                [FindingState::Mended->value, now(), $this->store->id, $this->run->workId, FindingState::Mended->value],
            );
            DB::delete('DELETE FROM tend_findings WHERE store_id = ? AND state = ? AND mended_at < ?', [
                $this->store->id,
                FindingState::Mended->value,
                now()->subDays(self::KEEP_DAYS),
            ]);
            Leaves::apply($this->store);
        });
    }

    /** @param  list<Found>  $waiting */
    private function knowCauses(array $waiting): void
    {
        $unknown = [];
        foreach ($waiting as $found) {
            $key = self::keyOf($found);
            isset($this->causes[$key]) || ($unknown[$key] = $found);
        }
        if ($unknown === []) {
            return;
        }
        Bulk::write(
            'tend_causes',
            ['store_id', 'type', 'digest', 'name'],
            array_map(
                fn (Found $found): array => [
                    $this->store->id,
                    $found->type->value,
                    new Bytes(md5(self::json($found->cause), true)),
                    self::json($found->cause),
                ],
                array_values($unknown),
            ),
            'INSERT IGNORE',
        );
        $digests = implode(
            ',',
            array_map(
                static fn (Found $found): string => "UNHEX('".md5(self::json($found->cause))."')",
                array_values($unknown),
            ),
        );
        foreach (
            Rows::all("SELECT id, type, digest FROM tend_causes WHERE store_id = ? AND digest IN ($digests)", [
                $this->store->id,
            ]) as $row
        ) {
            $this->causes[$row->type.bin2hex($row->text('digest'))] = $row->int('id');
        }
    }

    private static function keyOf(Found $found): string
    {
        return $found->type->value.md5(self::json($found->cause));
    }

    /**
     * Values as they are kept; lists are cut where they would not fit.
     *
     * @param  array<string, mixed>  $values
     */
    private static function json(array $values): string
    {
        do {
            $json = json_encode(
                $values,
                JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
            );
            $isLong = strlen($json) > self::MOST_DETAIL;
            foreach ($isLong ? $values : [] as $key => $value) {
                $values[$key] = match (true) {
                    is_array($value) => array_slice($value, 0, intdiv(count($value), 2)),
                    is_string($value) => mb_substr($value, 0, intdiv(mb_strlen($value) * 2, 3)),
                    default => $value,
                };
            }
        } while ($isLong);

        return $json;
    }
}
