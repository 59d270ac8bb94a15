<?php

declare(strict_types=1);

namespace App\Watch\Changed;

use App\Inventory\PageAddress;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Tables\TableReader;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Generator;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** Changes that were made by other means (a theme, a campaign, another tool), to be judged like a release. */
final class Marks
{
    public const COLUMNS = ['name', 'date', 'note', 'url'];

    /** Changes that a store may have marked. */
    private const MOST = 1000;

    /** Pages of one of them. */
    public const MOST_PAGES = 100_000;

    /** Weeks are kept for two years; before that nothing can be judged. */
    private const DAYS = 700;

    private const HEADS = ['url', 'page', 'address', 'landing page', 'landing_page', 'link', 'seite', 'adresse'];

    /**
     * @return array{change: int, pages: int, unknown: list<string>} addresses that are no page of the store
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public static function add(Store $store, NewMark $mark, ?int $userId): array
    {
        [$day, $note] = [$mark->day, $mark->note];
        $name = mb_substr(trim($mark->name), 0, 160);
        $date = DateTimeImmutable::createFromFormat('!Y-m-d', $day);
        if ($name === '' || $date === false || $date->format('Y-m-d') !== $day) {
            throw new InvalidArgumentException('A change has a name, and a date such as 2026-10-19.');
        }
        $oldest = (new DateTimeImmutable($store->today()))->modify('-'.self::DAYS.' days')->format('Y-m-d');
        if ($day > $store->today() || $day < $oldest) {
            throw new InvalidArgumentException('The date is within the last two years, and not ahead.');
        }
        $addresses = array_values(array_unique(array_filter(array_map(trim(...), $mark->addresses))));
        if (count($addresses) > self::MOST_PAGES) {
            throw new InvalidArgumentException('A change has at most '.number_format(self::MOST_PAGES).' pages.');
        }
        [$pages, $unknown] = PageAddress::pages($store, $addresses);
        $pages = array_values(array_unique($pages));
        if ($pages === []) {
            throw new InvalidArgumentException('None of the addresses is a page of this store.');
        }

        return DB::transaction(static function () use ($store, $name, $day, $pages, $unknown, $userId, $note): array {
            DB::table('stores')->where('id', $store->id)->lockForUpdate()->first();
            $marks = DB::table('watch_changes')
                ->where('store_id', $store->id)
                ->where('source', ChangeSource::Mark->value);
            if ((clone $marks)->count() >= self::MOST) {
                throw new InvalidArgumentException(
                    'There are '.self::MOST.' changes already; drop old ones first.',
                );
            }
            if ((clone $marks)->where('name', $name)->where('first_day', $day)->exists()) {
                throw new InvalidArgumentException("“{$name}” of this day is marked already.");
            }
            $change = DB::table('watch_changes')->insertGetId([
                'store_id' => $store->id,
                'source' => ChangeSource::Mark->value,
                'source_id' => 0,
                'name' => $name,
                'note' => $note === null || trim($note) === '' ? null : mb_substr(trim($note), 0, 300),
                'first_day' => $day,
                'day' => $day,
                'pages' => count($pages),
                'fields' => 0,
                'user_id' => $userId,
                'created_at' => now(),
            ]);
            Bulk::write(
                'watch_pages',
                ['change_id', 'page_id', 'store_id', 'live_on', 'fields', 'origin'],
                array_map(static fn (int $page): array => [$change, $page, $store->id, $day, 0, ''], $pages),
            );

            return ['change' => $change, 'pages' => count($pages), 'unknown' => $unknown];
        });
    }

    public static function drop(Store $store, int $change): bool
    {
        return DB::transaction(static function () use ($store, $change): bool {
            $isDropped =
                DB::table('watch_changes')
                    ->where('store_id', $store->id)
                    ->where('id', $change)
                    ->where('source', ChangeSource::Mark->value)
                    ->delete() > 0;
            if ($isDropped) {
                DB::table('watch_pages')->where('change_id', $change)->delete();
                DB::table('watch_results')->where('change_id', $change)->delete();
                DB::table('watch_weeks')->where('change_id', $change)->delete();
            }

            return $isDropped;
        });
    }

    /**
     * Addresses of a file: a table with a column of them, or one on each line.
     *
     * @return list<string>
     *
     * @throws InvalidArgumentException where it holds more than a change may have
     */
    public static function ofFile(string $path): array
    {
        $column = null;
        $addresses = [];
        foreach (TableReader::read($path) as $cells) {
            if ($column === null) {
                $heads = array_map(
                    static fn (mixed $cell): string => mb_strtolower(trim(is_scalar($cell) ? (string) $cell : '')),
                    $cells,
                );
                $found = array_keys(array_intersect($heads, self::HEADS));
                $column = (int) ($found[0] ?? 0);
                if ($found !== []) {
                    continue;
                }
            }
            $cell = $cells[$column] ?? null;
            is_scalar($cell) && trim((string) $cell) !== '' && ($addresses[] = (string) $cell);
            if (count($addresses) > self::MOST_PAGES) {
                throw new InvalidArgumentException(
                    'The file has more than '.number_format(self::MOST_PAGES).' pages.',
                );
            }
        }

        return $addresses;
    }

    /** @return Generator<list<string|int|float|null>> a row for each page of a mark */
    public static function export(Store $store): Generator
    {
        $after = [0, 0];
        do {
            $rows = Rows::all(
                'SELECT c.id, c.name, c.first_day, c.note, w.page_id, p.url FROM watch_changes c
                    JOIN watch_pages w ON w.change_id = c.id JOIN pages p ON p.id = w.page_id
                    WHERE c.store_id = ? AND c.source = ? AND (c.id > ? OR (c.id = ? AND w.page_id > ?))
                    ORDER BY c.id, w.page_id LIMIT 2000',
                [$store->id, ChangeSource::Mark->value, $after[0], $after[0], $after[1]],
            );
            foreach ($rows as $row) {
                $after = [$row->int('id'), $row->int('page_id')];
                yield [$row->text('name'), $row->text('first_day'), $row->note, $row->text('url')];
            }
        } while ($rows !== []);
    }
}
