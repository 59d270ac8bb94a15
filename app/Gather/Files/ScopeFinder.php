<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\FactTable;
use App\Facts\Grain;
use App\Facts\PageWeeks;
use App\Facts\RowScope;
use App\Inventory\PageAddress;
use App\Platform\Database\Rows;
use App\Platform\Tables\TableFile;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Tabular\Country;
use Orchard\Core\Tabular\DateOrder;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Url\PageUrl;

/** Finds out for which part of a store a file of rows speaks, from what all of its rows have in common. */
final readonly class ScopeFinder
{
    /** Rows that are looked at. */
    private const ROWS = 200_000;

    /** Pages below which half of them says nothing. */
    private const FEWEST_PAGES = 6;

    /** @param  array<int, string>  $columns  field key by column */
    public function __construct(
        private Store $store,
        private TableFile $file,
        private Dialect $dialect,
        private FileSort $sort,
        private array $columns,
    ) {
    }

    /**
     * A market where all pages are of one and the store has several; a country where all rows are of one and rows of
     * others are in already; the pages that it names where these are less than half of those that rows of its sort tell
     * of its days already; else the whole store.
     */
    public function scope(): RowScope
    {
        [$store, $sort, $columns] = [$this->store, $this->sort, $this->columns];
        if ($sort->list() !== null) {
            return RowScope::store();
        }
        $markets = Markets::of($store);
        $page = count($markets->all()) > 1 && ! $markets->needLanguages() ? array_search('page', $columns, true) : false;
        $country = array_search('country', $columns, true);
        if ($page === false && $country === false) {
            return $this->namesFew() ? RowScope::parse('pages') : RowScope::store();
        }
        [$ofMarkets, $ofCountries] = $this->common($page, $country);
        if ($page !== false && count($ofMarkets) === 1) {
            return RowScope::market($markets->find((int) array_key_first($ofMarkets)));
        }
        $code = count($ofCountries) === 1 ? (string) array_key_first($ofCountries) : '';
        $others =
            $code !== '' &&
            $sort->facts() === FactTable::Search &&
            DB::table('search_rows')
                ->where('store_id', $store->id)
                ->where('grain', $sort->grain(array_values($columns)))
                ->whereNotIn('country', ['', $code])
                ->limit(1)
                ->exists();

        return $others ? RowScope::country($code) : ($this->namesFew() ? RowScope::parse('pages') : RowScope::store());
    }

    /**
     * Whether a file names less than half of the pages that rows of its own sort tell of the same days: it would empty
     * the others.
     */
    private function namesFew(): bool
    {
        $page = array_search('page', $this->columns, true);
        $day = array_search('day', $this->columns, true);
        if ($page === false || $day === false) {
            return false;
        }
        [$weeks, $there, $named, $read] = [[], null, [], 0];
        $grain = $this->sort->grain(array_values($this->columns));
        foreach ($this->rows() as $cells) {
            $date = ($this->dialect->dates ?? DateOrder::DayFirst)->parse(trim($cells[$day] ?? ''));
            $cell = trim($cells[$page] ?? '');
            if ($date === null || $cell === '') {
                continue;
            }
            // One week is enough to tell, and is read soon: the first that the file speaks of.
            $there ??= self::pagesIn($this->store, $this->sort->facts(), $grain, $date);
            if ($there < self::FEWEST_PAGES) {
                return false;
            }
            $weeks[$date] ??= PageWeeks::weekOf($date);
            if ($weeks[$date] === $weeks[array_key_first($weeks)]) {
                $named[$cell] = true;
            }
            if (++$read >= self::ROWS || 2 * count($named) >= $there) {
                break;
            }
        }

        return $there !== null && $named !== [] && 2 * count($named) < $there;
    }

    /** Pages that count in a day's week, where rows of this grain tell that day; 0 where they do not. */
    private static function pagesIn(Store $store, FactTable $facts, int $grain, string $day): int
    {
        if (
            ! DB::table('fact_days')
                ->where('store_id', $store->id)
                ->where('facts', $facts->value)
                ->where('grain', $grain)
                ->where('day', $day)
                ->where('days', 1)
                ->where('state', 'owns')
                ->exists()
        ) {
            return 0;
        }
        $seen = $facts === FactTable::Search ? 'impressions' : 'orders';

        return Rows::figure("SELECT COUNT(*) AS n FROM page_weeks WHERE store_id = ? AND week = ? AND $seen > 0", [
            $store->id,
            PageWeeks::weekOf($day),
        ]);
    }

    /** @return array{array<int, true>, array<string, true>} markets by id and countries by code, two of each at most */
    private function common(int|false $page, int|false $country): array
    {
        $addresses = new PageAddress($this->store);
        $markets = Markets::of($this->store);
        $names = new Country();
        [$ofMarkets, $ofCountries, $known] = [[], [], []];
        $read = 0;
        foreach ($this->rows() as $cells) {
            $cell = $page === false ? '' : trim($cells[$page] ?? '');
            if ($cell !== '' && count($ofMarkets) < 2 && ! isset($known[$cell])) {
                $known[$cell] = true;
                $url = PageUrl::parse((string) $addresses->urlOf($cell));
                if ($url !== null) {
                    $ofMarkets[$markets->marketOf($url)->id] = true;
                }
            }
            $cell = $country === false ? '' : trim($cells[$country] ?? '');
            if ($cell !== '' && count($ofCountries) < 2) {
                $ofCountries[(string) $names->code($cell)] = true;
            }
            if (
                ++$read >= self::ROWS ||
                (($page === false || count($ofMarkets) > 1) && ($country === false || count($ofCountries) > 1))
            ) {
                break;
            }
            $known = count($known) > 50_000 ? [] : $known;
        }

        return [$ofMarkets, $ofCountries];
    }

    /** @return iterable<int, list<string>> below the columns' names */
    private function rows(): iterable
    {
        return $this->file->rows($this->dialect, $this->dialect->headerRow + 1);
    }

    /** What an import of the file's days would put to rest; null where nothing stands in these days. */
    public static function replaced(Store $store, FileLook $look): ?ReplacedRows
    {
        if ($look->span === null || $look->sort->list() !== null) {
            return null;
        }
        [$facts, $grain] = [$look->sort->facts(), $look->sort->grain(array_values($look->columns))];
        [$first, $last] = $look->span;
        if (($grain & Grain::DAY) === 0) {
            return null;
        }
        $days = Rows::sole(
            "SELECT COUNT(DISTINCT day) AS days, COUNT(DISTINCT import_id) AS imports FROM fact_days
                WHERE store_id = ?
                AND facts = ? AND grain = ? AND days = 1 AND state = 'owns' AND day BETWEEN ? AND ?",
            [$store->id, $facts->value, $grain, $first, $last],
        );
        if ($days->int('days') === 0) {
            return null;
        }
        $clicks = $facts === FactTable::Search ? 'SUM(clicks)' : 'SUM(visits)';
        $rows = Rows::sole(
            "SELECT COUNT(*) AS n, COUNT(DISTINCT page_id) AS pages, $clicks AS clicks FROM {$facts->rows()}
                WHERE store_id = ? AND grain = ? AND days = 1 AND day BETWEEN ? AND ? AND ".
                $look->scope->condition($store->id, $facts),
            [$store->id, $grain, $first, $last],
        );

        return $rows->int('n') === 0
            ? null
            : new ReplacedRows(
                $days->int('days'),
                $rows->int('n'),
                $rows->int('pages'),
                $rows->int('clicks'),
                $days->int('imports'),
            );
    }
}
