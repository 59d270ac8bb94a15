<?php

declare(strict_types=1);

namespace App\Match\Pairing;

use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Match\Terms\Dictionary;
use App\Match\Terms\LeadMarks;
use App\Platform\Bytes;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Closure;
use Orchard\Core\Matching\Assignment;
use Orchard\Core\Matching\Candidates;
use Orchard\Core\Matching\Matching;
use Orchard\Core\Terms\TermForm;

/**
 * Gives each page of a market at most one lead term and each term to one page, so that all are worth most together.
 * What people or files said is given; what is left over supports the page that could earn most with it.
 */
final class Solving
{
    /** Worth is counted in so small parts of the largest pair's. */
    private const PARTS = 100_000_000;

    /** A pair that says less of the term than this, and is hardly seen, leads nothing. */
    private const LEAST_RELEVANCE = 0.2;

    private const LEAST_IMPRESSIONS = 5;

    /** A term supports a page that says so much of it, or is seen for it. */
    private const SUPPORTS = 0.35;

    /** @var list<int> pages by row */
    private array $pages = [];

    /** @var list<int> terms by number */
    private array $terms = [];

    /** @var array<int, array<int, float>> worth by page and term */
    private array $worths = [];

    /** @var array<int, string> */
    private array $texts = [];

    /** @var array<int, array<int, bool>> whether a term may support a page, by term and page */
    private array $supports = [];

    private const PORTION = 500;

    /** Pairs from which on only a page's best are looked at, and how many of them: more find no room. */
    private const MANY = 1_500_000;

    private const OF_MANY = 60;

    /**
     * @param  ?Closure(Closure(): mixed): mixed  $guard  what writes run within, a portion at a time; null: as they are
     * @param  int  $many  pairs from which on only each page's best are looked at
     */
    public function __construct(
        private readonly Store $store,
        private readonly Market $market,
        private readonly ?Closure $guard = null,
        private readonly int $many = self::MANY,
    ) {
    }

    private function write(Closure $write): mixed
    {
        return $this->guard === null ? $write() : ($this->guard)($write);
    }

    /**
     * @param  array<int, string>  $terms  by page
     * @return list<int> pages whose term is another now
     */
    private function lead(array $terms): array
    {
        $changed = [];
        foreach (array_chunk($terms, self::PORTION, preserve_keys: true) as $some) {
            $written = $this->write(fn (): array => PageTerms::lead($this->store, $some, TermOrigin::Proposed, null));
            array_push($changed, ...is_array($written) ? array_values(Typed::ints($written)) : []);
        }

        return $changed;
    }

    /**
     * Solves and proposes anew.
     *
     * @param  bool  $withSupports  whether supporting terms are told anew, too; a single decision leaves them
     * @return array{moved: array<int, array{string, string}>, total: float, gap: float, leads: int, pages: int} lead
     * terms
     *
     * before and after by page that has another now
     */
    public function solve(bool $withSupports = true): array
    {
        $this->load();
        $locked = $this->locked();
        [$matching, $scale, $rows] = $this->best($locked);
        $wanted = [];
        foreach ($matching->terms as $row => $number) {
            $wanted[$rows[$row]] = $number < 0 ? '' : $this->texts[$this->terms[$number]];
        }
        $wanted = array_diff_key($wanted, $locked);
        $before = $this->proposed();
        foreach (array_keys($before) as $page) {
            $wanted[$page] ??= '';
        }
        $changes = array_filter(
            $wanted,
            static fn (string $term, int $page): bool => $term !== ($before[$page] ?? ''),
            ARRAY_FILTER_USE_BOTH,
        );
        // What goes to another page leaves its old one first, so that no term leads two of them at any moment.
        $gone = array_intersect_key($changes, $before);
        $this->lead(array_map(static fn (): string => '', $gone));
        $changed = $this->lead(array_filter($changes, static fn (string $term): bool => $term !== ''));
        if (! $withSupports) {
            PageTerms::unsupport($this->store, array_values(array_filter($changes)));
        }
        $withSupports && $this->support(array_filter($wanted, static fn (string $term): bool => $term !== ''), $locked);
        $moved = [];
        foreach (array_unique([...array_keys($gone), ...$changed]) as $page) {
            $moved[$page] = [$before[$page] ?? '', $changes[$page] ?? ''];
        }
        $leads = count(array_filter($wanted, static fn (string $term): bool => $term !== '')) + count($locked);

        return [
            'moved' => $moved,
            'total' => $matching->total / $scale,
            'gap' => $matching->gap / $scale,
            'leads' => $leads,
            'pages' => count($this->pages),
        ];
    }

    private function load(): void
    {
        $numbers = [];
        $least = [self::LEAST_RELEVANCE, self::LEAST_IMPRESSIONS];
        $where = 'p.store_id = ? AND p.market_id = ? AND p.worth > 0 AND (p.relevance >= ? OR p.impressions >= ?)';
        $of = [$this->store->id, $this->market->id, ...$least];
        $isMany = Rows::figure("SELECT COUNT(*) AS n FROM match_pairs p WHERE $where", $of) > $this->many;
        $rows = "FROM match_pairs p JOIN match_states s ON s.market_id = p.market_id AND s.run = p.run WHERE $where";
        $pairs = $isMany
            ? '(SELECT * FROM (SELECT p.*, ROW_NUMBER() OVER (PARTITION BY p.page_id ORDER BY p.worth DESC, p.term_id)
                '.
                "AS nth $rows) ranked WHERE nth <= ".
                self::OF_MANY.
                ') p'
            : "(SELECT p.* $rows) p";
        foreach (
            Rows::all(
                "SELECT p.page_id, p.term_id, p.worth, p.relevance, p.impressions, t.term FROM $pairs
                    JOIN match_terms t ON t.id = p.term_id AND t.excluded = 0 ORDER BY p.page_id, p.term_id",
                $of,
            ) as $row
        ) {
            $term = $row->int('term_id');
            $page = $row->int('page_id');
            if (! isset($numbers[$term])) {
                $numbers[$term] = count($this->terms);
                $this->terms[] = $term;
                $this->texts[$term] = $row->text('term');
            }
            isset($this->worths[$page]) || ($this->pages[] = $page);
            $this->worths[$page][$numbers[$term]] = $row->number('worth');
            if ($row->number('relevance') >= self::SUPPORTS || $row->int('impressions') >= self::LEAST_IMPRESSIONS) {
                $this->supports[$term][$page] = true;
            }
        }
    }

    /**
     * @param  array<int, int>  $locked  term's number by page; -1 for a term that no pair has
     * @return array{Matching, float, list<int>} the matching, by what worth was multiplied, and the pages by row
     */
    private function best(array $locked): array
    {
        $most = 0.0;
        foreach ($this->worths as $worths) {
            $most = max($most, ...array_values($worths));
        }
        $scale = $most > 0 ? self::PARTS / $most : 1.0;
        $candidates = new Candidates();
        $rows = $lockedRows = [];
        $taken = [];
        foreach ($this->pages as $page) {
            if (isset($locked[$page]) && ($locked[$page] < 0 || isset($taken[$locked[$page]]))) {
                continue;
            }
            if (isset($locked[$page])) {
                $lockedRows[count($rows)] = $locked[$page];
                $taken[$locked[$page]] = true;
            }
            $rows[] = $page;
            $candidates->add(
                array_map(static fn (float $worth): int => (int) round($worth * $scale), $this->worths[$page]),
            );
        }

        return [Assignment::best($candidates, $lockedRows), $scale, $rows];
    }

    /**
     * @return array<int, int> pages of the market whose lead term people or files named, with the number of the term;
     * -1 where no pair has it
     */
    private function locked(): array
    {
        $key = LeadMarks::keys($this->store)[$this->market->id] ?? null;
        $locked = $digests = [];
        foreach (
            Rows::all(
                'SELECT t.page_id, t.term FROM page_terms t JOIN page_index i ON i.page_id = t.page_id
                    WHERE t.store_id = ? AND t.place = 0 AND t.origin <> ? AND i.market_id = ?',
                [$this->store->id, TermOrigin::Proposed->value, $this->market->id],
            ) as $row
        ) {
            $locked[$row->int('page_id')] = -1;
            $digests[$row->int('page_id')] = Dictionary::digest($key?->of(TermForm::normal($row->text('term'))) ?? '');
        }
        if ($digests === []) {
            return [];
        }
        $numbers = array_flip($this->terms);
        $ids = [];
        foreach (array_chunk(array_values(array_unique($digests)), 1000) as $some) {
            foreach (
                Rows::all(
                    'SELECT id, digest FROM match_terms WHERE store_id = ? AND market_id = ? AND digest IN ('.
                        Bytes::list($some).
                        ')',
                    [$this->store->id, $this->market->id],
                ) as $row
            ) {
                $ids[$row->text('digest')] = $row->int('id');
            }
        }
        foreach ($digests as $page => $digest) {
            $term = $ids[$digest] ?? null;
            if ($term === null) {
                continue;
            }
            if (! isset($numbers[$term])) {
                // No pair has it, and yet no other page may have it: it is worth nothing here, and taken.
                $numbers[$term] = count($this->terms);
                $this->terms[] = $term;
                $this->texts[$term] = '';
            }
            $locked[$page] = $numbers[$term];
            isset($this->worths[$page]) || ($this->pages[] = $page);
            $this->worths[$page][$numbers[$term]] ??= 0.0;
        }

        return $locked;
    }

    /** @return array<int, string> proposed lead terms by page of the market */
    private function proposed(): array
    {
        $terms = [];
        foreach (
            Rows::all(
                'SELECT t.page_id, t.term FROM page_terms t JOIN page_index i ON i.page_id = t.page_id
                    WHERE t.store_id = ? AND t.place = 0 AND t.origin = ? AND i.market_id = ?',
                [$this->store->id, TermOrigin::Proposed->value, $this->market->id],
            ) as $row
        ) {
            $terms[$row->int('page_id')] = $row->text('term');
        }

        return $terms;
    }

    /**
     * @param  array<int, string>  $leads  by page
     * @param  array<int, int>  $locked
     */
    private function support(array $leads, array $locked): void
    {
        $taken = array_fill_keys($leads, true);
        foreach ($locked as $number) {
            $number >= 0 && ($taken[$this->texts[$this->terms[$number]]] = true);
        }
        $best = [];
        foreach ($this->worths as $page => $worths) {
            if (! isset($leads[$page]) && ! isset($locked[$page])) {
                continue;
            }
            foreach ($worths as $number => $worth) {
                $term = $this->terms[$number];
                if (
                    isset($this->supports[$term][$page]) &&
                    ! isset($taken[$this->texts[$term]]) &&
                    $worth > ($best[$term][1] ?? 0.0)
                ) {
                    $best[$term] = [$page, $worth];
                }
            }
        }
        uasort($best, static fn (array $a, array $b): int => $b[1] <=> $a[1]);
        $supports = [];
        foreach ($best as $term => [$page]) {
            $supports[$page][] = $this->texts[$term];
        }
        // A page that has none any more loses those it had.
        foreach ([...array_keys($leads), ...array_keys($locked)] as $page) {
            $supports[$page] ??= [];
        }
        foreach (array_chunk($supports, self::PORTION, preserve_keys: true) as $some) {
            $this->write(function () use ($some): void {
                PageTerms::supportMany($this->store, $some, TermOrigin::Proposed);
                LeadMarks::refresh($this->store, array_keys($some));
            });
        }
    }
}
