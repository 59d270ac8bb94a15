<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Editing\Author;
use App\Changes\Origin;
use App\Inventory\WhyNot;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\LinkGraph\FuturePage;
use Orchard\Core\LinkGraph\PlanProof;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Url\PageUrl;

/**
 * What would be changed in the shop for some addresses, and the proof that it ends well: in the graph that will be,
 * each address ends in at most one hop at a page that answers 200, may be listed, declares itself and shows the same.
 * What fails the proof is held back, with the reason.
 */
final readonly class Plan
{
    /** Addresses of one plan; more are several. */
    public const MOST = 20_000;

    /**
     * @param  list<array{page: int, field: AddressField, value: string, why: string}>  $changes
     * @param  array<int, string>  $heldBack  why, by page
     * @param  int  $keepers  changes that only make keepers declare themselves
     * @param  int  $clicks  of thirteen weeks, of all addresses that are changed
     */
    private function __construct(
        public array $changes,
        public array $heldBack,
        public int $keepers,
        public int $clicks,
    ) {
    }

    /**
     * @param  list<int>  $pages  of which what was found or decided says that something is to be done
     */
    public static function of(Store $store, array $pages): self
    {
        $wanted = [];
        foreach (array_chunk(array_slice($pages, 0, self::MOST), 2000) as $chunk) {
            foreach (
                Rows::all(
                    'SELECT u.page_id, u.tangle_id, u.keeper_page, u.action, u.why, u.verdict, u.clicks, c.sort,
                        f.parent_page FROM untangle_pages u LEFT JOIN untangle_causes c ON c.id = u.cause_id LEFT
                        JOIN untangle_facets f ON f.store_id = u.store_id AND f.page_id = u.page_id
                WHERE u.store_id = ? AND u.page_id IN ('.
                        Bulk::list($chunk).
                        ') AND u.action IN (?, ?, ?)',
                    [$store->id, ...Means::changes()],
                ) as $row
            ) {
                $wanted[$row->int('page_id')] = $row;
            }
        }
        $targets = [];
        foreach ($wanted as $page => $row) {
            $targets[$page] = self::targetOf($row);
        }
        // A keeper that names another would make a chain of every address that folds into it.
        $keepers = [];
        foreach (
            array_chunk(array_values(array_unique(array_diff(array_values($targets), array_keys($wanted)))), 2000) as $chunk
        ) {
            foreach (
                Rows::all(
                    'SELECT page_id, verdict, clicks FROM untangle_pages WHERE store_id = ? AND page_id IN ('.
                        Bulk::list($chunk).
                        ')',
                    [$store->id],
                ) as $row
            ) {
                if (CanonicalVerdict::fromKey($row->text('verdict'))?->isFault() === true) {
                    $keepers[$row->int('page_id')] = $row;
                }
            }
        }
        $future = self::future($store, $wanted, $targets, $keepers);
        $heldBack = [];
        // What is held back may be what another leads to, so that one look is not enough.
        do {
            $faults = array_intersect_key(iterator_to_array(PlanProof::faults($future)), $wanted);
            foreach ($faults as $page => $why) {
                $heldBack[$page] = $why;
                $future[$page] = self::asItIs($store, $page, $future[$page]->likes);
            }
            $wanted = array_diff_key($wanted, $faults);
        } while ($faults !== []);
        $urls = self::urls([...array_keys($wanted), ...array_values($targets), ...array_keys($keepers)]);
        $changes = [];
        foreach ($wanted as $page => $row) {
            $means = Means::from($row->text('action'));
            $changes[] = [
                'page' => $page,
                'field' => match ($means) {
                    Means::Redirect => AddressField::Redirect,
                    Means::Noindex => AddressField::Robots,
                    default => AddressField::Canonical,
                },
                'value' => $means === Means::Noindex ? 'noindex' : $urls[$targets[$page]],
                'why' => Reason::wordsOf(ActionReason::class, $row->text('why')),
            ];
        }
        $used = array_flip(array_map(static fn (int $page): int => $targets[$page], array_keys($wanted)));
        $keepers = array_intersect_key($keepers, $used);
        foreach ($keepers as $page => $row) {
            $changes[] = [
                'page' => $page,
                'field' => AddressField::Canonical,
                'value' => $urls[$page],
                'why' => 'the keeper names itself: '.
                    lcfirst(CanonicalVerdict::fromKey($row->text('verdict'))?->words() ?? ''),
            ];
        }

        return new self(
            $changes,
            $heldBack,
            count($keepers),
            (int) array_sum(array_map(static fn (Row $row): int => $row->int('clicks'), [...$wanted, ...$keepers])),
        );
    }

    /**
     * What the change of each page would set, for showing beside it.
     *
     * @param  list<int>  $pages
     * @return array<int, string> URL or robots rule by page
     */
    public static function targets(Store $store, array $pages): array
    {
        return $pages === [] ? [] : array_column(self::of($store, $pages)->changes, 'value', 'page');
    }

    /** Puts the changes down, ready for a release. @return int how many were new */
    public function put(Store $store, ?int $userId): int
    {
        return app(AddressChanges::class)->put($store, $this->changes, new Author(Origin::Recipe, $userId));
    }

    /** @return array<string, int> changes by field */
    public function counts(): array
    {
        return array_count_values(
            array_map(static fn (array $change): string => $change['field']->key(), $this->changes),
        );
    }

    private static function targetOf(Row $row): int
    {
        return match (true) {
            $row->sort === CauseSort::Narrow->value => ActionReason::Stands->isOf($row->text('why')) ||
            $row->parent_page === null
                ? $row->int('page_id')
                : $row->int('parent_page'),
            $row->int('keeper_page') !== 0 && $row->int('keeper_page') !== $row->int('page_id') => $row->int(
                'keeper_page',
            ),
            default => $row->int('page_id'),
        };
    }

    /**
     * The pages of the plan and all that they lead to, as they will be.
     *
     * @param  array<int, Row>  $wanted
     * @param  array<int, int>  $targets
     * @param  array<int, Row>  $keepers
     * @return array<int, FuturePage>
     */
    private static function future(Store $store, array $wanted, array $targets, array $keepers): array
    {
        $planned = [];
        foreach (
            Rows::of(
                DB::table('address_changes')
                    ->where('store_id', $store->id)
                    ->get(['page_id', 'field', 'value']),
            ) as $row
        ) {
            $planned[$row->int('page_id')][$row->int('field')] = $row->text('value');
        }
        $future = [];
        foreach (
            array_chunk(array_values(array_unique([...array_keys($wanted), ...array_values($targets)])), 2000) as $chunk
        ) {
            foreach (
                Rows::all(
                    'SELECT i.page_id, i.status, i.why_not, i.clicks, i.kind, u.tangle_id, u.declared_page,
                        u.declared,
                        f.redirect_url FROM page_index i LEFT JOIN untangle_pages u ON u.store_id = i.store_id
                        AND u.page_id = i.page_id LEFT JOIN page_facts f ON f.page_id = i.page_id AND f.to_crawl = 0
                        WHERE i.store_id = ? AND i.page_id IN ('.
                        Bulk::list($chunk).
                        ')',
                    [$store->id],
                ) as $row
            ) {
                $page = $row->int('page_id');
                $row->to = $targets[$page] ?? null;
                $row->likes = self::likes($row, $wanted, $targets);
                $future[$page] = self::futureOf(
                    $row,
                    isset($wanted[$page]) ? Means::from($wanted[$page]->text('action')) : null,
                    isset($keepers[$page]),
                    $planned[$page] ?? [],
                    $store,
                );
            }
        }

        return $future;
    }

    /**
     * Pages of one tangle, and a narrowed list and the wider one, show the same as far as a searcher is concerned.
     *
     * @param  array<int, Row>  $wanted
     * @param  array<int, int>  $targets
     */
    private static function likes(Row $row, array $wanted, array $targets): int
    {
        $page = $row->int('page_id');
        $isNarrow = isset($wanted[$page]) && $wanted[$page]->sort === CauseSort::Narrow->value;
        $target = $isNarrow ? $targets[$page] : $page;

        return $isNarrow && $target !== $page
            ? self::tangleOf($target)
            : ($row->int('tangle_id') !== 0
                ? $row->int('tangle_id')
                : $page);
    }

    private static function tangleOf(int $page): int
    {
        $tangle = Typed::int(DB::table('untangle_pages')->where('page_id', $page)->value('tangle_id'));

        return $tangle !== 0 ? $tangle : $page;
    }

    /** @param  array<int, string>  $planned  changes that wait for a release already, by field */
    private static function futureOf(
        Row $row,
        ?Means $means,
        bool $namesItself,
        array $planned,
        Store $store,
    ): FuturePage {
        $page = $row->int('page_id');
        $to = $row->to === null ? $page : $row->int('to');
        $redirect = match (true) {
            $means === Means::Redirect => $to,
            isset($planned[AddressField::Redirect->value]) => self::pageAt(
                $store,
                $planned[AddressField::Redirect->value],
            ) ?? -1,
            $row->int('status') >= 300 && $row->int('status') < 400 => self::pageAt(
                $store,
                $row->text('redirect_url'),
            ) ?? -1,
            default => null,
        };
        $canonical = match (true) {
            $means === Means::Canonical => $to,
            $namesItself => $page,
            isset($planned[AddressField::Canonical->value]) => self::pageAt(
                $store,
                $planned[AddressField::Canonical->value],
            ) ?? -1,
            $row->int('declared_page') !== 0 => $row->int('declared_page'),
            $row->text('declared') !== '' => -1,
            default => null,
        };
        $isListed =
            $means !== Means::Noindex &&
            in_array(WhyNot::from($row->int('why_not')), [WhyNot::Indexable, WhyNot::CanonicalElsewhere], true) &&
            ! PageKind::from($row->int('kind'))->isKeptOut();
        // What is kept out of search need not lead anywhere.
        $canonical = $means === Means::Noindex ? null : $canonical;

        return new FuturePage(
            $page,
            $redirect !== null ? 301 : $row->int('status'),
            $isListed,
            $redirect,
            $redirect === null ? $canonical : null,
            $row->int('likes'),
            $row->int('clicks'),
        );
    }

    private static function asItIs(Store $store, int $page, int $likes): FuturePage
    {
        $row = Rows::sole(
            'SELECT i.page_id, i.status, i.why_not, i.clicks, i.kind, u.tangle_id, u.declared_page, u.declared,
                f.redirect_url, NULL AS `to`, 0 AS likes FROM page_index i LEFT JOIN untangle_pages u
                ON u.store_id = i.store_id AND u.page_id = i.page_id LEFT JOIN page_facts f ON f.page_id = i.page_id
                AND f.to_crawl = 0 WHERE i.page_id = ?',
            [$page],
        );
        $row->likes = $likes;

        return self::futureOf($row, null, false, [], $store);
    }

    private static function pageAt(Store $store, string $url): ?int
    {
        $parsed = PageUrl::parse($url);
        $id =
            $parsed === null
                ? null
                : DB::table('pages')->where('store_id', $store->id)->where('digest', $parsed->digest())->value('id');

        return $id === null ? null : Typed::int($id);
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, string>
     */
    private static function urls(array $pages): array
    {
        $urls = [];
        foreach (array_chunk(array_values(array_unique($pages)), 5000) as $chunk) {
            $urls += DB::table('pages')->whereIn('id', $chunk)->pluck('url', 'id')->map(Typed::text(...))->all();
        }

        return $urls;
    }
}
