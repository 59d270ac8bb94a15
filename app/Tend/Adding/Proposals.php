<?php

declare(strict_types=1);

namespace App\Tend\Adding;

use App\Inventory\Index\RepeatedLines;
use App\Inventory\KeptDetails;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use App\Tend\Reach\Role;
use Closure;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\PageWordIndex;

/**
 * Proposes links of a market to the pages that need them: orphans, pages that are too deep, important ones that few
 * pages link to, and collections, which carry the ranking. Collections are linked from their products, their siblings
 * and articles that speak of them, products from collections in which such products stand; a few on each page, and each
 * page of most worth first.
 *
 * @phpstan-type Target object{page_id: int, kind: int, role: int, depth: int, worth: float, title: string, h1: string}
 * @phpstan-type Proposal array{from: int, to: int, reason: LinkReason, relevance: float, anchor: string,
 *     sentence: string}
 */
final class Proposals
{
    /** Pages that links are proposed for. */
    private const TARGETS = 3000;

    /** Links that one page is asked to take in, and links proposed to one page. */
    private const ON_A_PAGE = 3;

    private const TO_A_PAGE = 4;

    private const ARTICLES = 5000;

    /** Articles that have a word and are looked at for it. */
    private const CANDIDATES = 200;

    /** Articles that are looked at for one page. */
    private const MOST_ARTICLES = 8;

    private const PORTION = 500;

    /** Relevance from which on an article speaks of a page: the share of its words. */
    private const SPEAKS = 0.8;

    /** @var array<int, int> links that a page is asked to take in */
    private array $taken = [];

    /** @var array<string, array<int, true>> articles by the forms of their words */
    private array $articles = [];

    private readonly RepeatedLines $frame;

    public function __construct(
        private readonly Store $store,
        private readonly Market $market,
        private readonly Anchors $anchors,
    ) {
        $this->frame = new RepeatedLines($store->id);
    }

    /**
     * @param  Closure(): void  $beat
     * @return \Generator<Proposal>
     */
    public function make(Closure $beat): \Generator
    {
        $targets = $this->targets();
        if ($targets === []) {
            return;
        }
        $this->readArticles($beat);
        foreach (array_chunk($targets, self::PORTION) as $some) {
            $pages = Bulk::ids($some, 'page_id');
            $linked = $this->linked($pages);
            $leads = PageTerms::leads($pages);
            foreach ($some as $target) {
                $page = $target->int('page_id');
                $choices = array_values(array_filter([(string) ($leads[$page] ?? ''), self::name($target)]));
                $sources = $this->sources($target, $linked[$page] ?? []);
                $anchor = $sources === [] ? null : $this->anchors->for($this->market->id, $page, $choices);
                if ($anchor === null) {
                    continue;
                }
                $given = 0;
                foreach ($sources as $from => [$reason, $relevance]) {
                    if ($given >= self::TO_A_PAGE) {
                        break;
                    }
                    $sentence = Place::in($this->textOf($from), $anchor, $this->market->language);
                    // An article that has the words only here and there does not speak of the page.
                    if ($reason === LinkReason::ArticleSpeaks && $sentence === '') {
                        continue;
                    }
                    $given++;
                    $this->taken[$from] = ($this->taken[$from] ?? 0) + 1;
                    yield [
                        'from' => $from,
                        'to' => $page,
                        'reason' => $reason,
                        'relevance' => $relevance,
                        'anchor' => $anchor,
                        'sentence' => $sentence,
                    ];
                }
            }
            $beat();
        }
    }

    /** @return list<Row> pages in need, most worth first */
    private function targets(): array
    {
        $types = Bulk::list([FindingType::Orphan->value, FindingType::TooDeep->value, FindingType::FewLinks->value]);

        return array_values(
            Rows::all(
                "SELECT t.page_id, t.kind, t.role, t.depth, t.worth, f.title, JSON_VALUE(f.h1s, '$[0]') AS h1
                    FROM (SELECT DISTINCT page_id FROM tend_findings WHERE store_id = ? AND state = ?
                    AND type IN ($types) UNION SELECT page_id FROM tend_pages WHERE store_id = ? AND kind = ? AND
                    (role = ?
                    OR upside > 0)) n JOIN tend_pages t ON t.store_id = ? AND t.page_id = n.page_id
                    LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0
                    WHERE t.market_id = ? AND t.indexable = 1 AND t.is_part = 0 AND t.kind IN (?, ?, ?)
                    ORDER BY t.role = ? DESC, t.worth DESC, t.page_id LIMIT ".self::TARGETS,
                [
                    $this->store->id,
                    FindingState::Open->value,
                    $this->store->id,
                    PageKind::Collection->value,
                    Role::MainCollection->value,
                    $this->store->id,
                    $this->market->id,
                    PageKind::Collection->value,
                    PageKind::Product->value,
                    PageKind::Article->value,
                    Role::MainCollection->value,
                ],
            ),
        );
    }

    /**
     * @param  array<int, true>  $linked  pages that link there already
     * @return array<int, array{LinkReason, float}> the pages that should link there, the best first
     */
    private function sources(Row $target, array $linked): array
    {
        $page = $target->int('page_id');
        $found = match (PageKind::from($target->int('kind'))) {
            PageKind::Collection => [
                ...$this->asked($this->products($page), LinkReason::ProductToCollection),
                ...$this->asked($this->siblings($page), LinkReason::CollectionToSibling),
            ],
            PageKind::Product => $this->asked($this->collections($page), LinkReason::CollectionToProduct),
            default => [],
        };
        foreach ($this->speaking(self::name($target)) as $article => $share) {
            $found[] = [$article, LinkReason::ArticleSpeaks, $share];
        }
        $sources = [];
        foreach ($found as [$from, $reason, $relevance]) {
            if (
                $from !== $page &&
                ! isset($linked[$from]) &&
                ($this->taken[$from] ?? 0) < self::ON_A_PAGE &&
                $relevance > ($sources[$from][1] ?? 0.0)
            ) {
                $sources[$from] = [$reason, $relevance];
            }
        }
        uksort($sources, static fn (int $a, int $b): int => [$sources[$b][1], $a] <=> [$sources[$a][1], $b]);

        return $sources;
    }

    /**
     * @param  array<int, float>  $pages  relevance by page
     * @return list<array{int, LinkReason, float}>
     */
    private function asked(array $pages, LinkReason $reason): array
    {
        return array_map(
            static fn (int $page, float $relevance): array => [$page, $reason, $relevance],
            array_keys($pages),
            $pages,
        );
    }

    /** @return array<int, float> products of a collection that may be listed, those with most link weight first */
    private function products(int $collection): array
    {
        return $this->ranked(
            'SELECT t.page_id FROM collection_pages m JOIN tend_pages t ON t.store_id = m.store_id AND t.page_id =
                m.page_id
                WHERE m.store_id = ? AND m.collection_id = ? AND t.indexable = 1 AND t.is_part = 0 AND t.depth < 65535
                ORDER BY t.weight DESC, t.page_id LIMIT 12',
            [$this->store->id, $collection],
            0.7,
        );
    }

    /** @return array<int, float> collections that share most products with one */
    private function siblings(int $collection): array
    {
        return $this->ranked(
            'SELECT t.page_id FROM collection_pages m JOIN collection_pages o ON o.store_id = m.store_id
                AND o.page_id = m.page_id AND o.collection_id <> m.collection_id JOIN tend_pages t
                ON t.store_id = o.store_id AND t.page_id = o.collection_id WHERE m.store_id = ? AND m.collection_id = ?
                AND t.indexable = 1 AND t.is_part = 0 AND t.depth < 65535 GROUP BY t.page_id
                ORDER BY COUNT(*) DESC, t.page_id LIMIT 6',
            [$this->store->id, $collection],
            0.8,
        );
    }

    /** @return array<int, float> collections in which a product could be linked */
    private function collections(int $product): array
    {
        $own = $this->ranked(
            'SELECT t.page_id FROM collection_pages m JOIN tend_pages t ON t.store_id = m.store_id
                AND t.page_id = m.collection_id WHERE m.store_id = ? AND m.page_id = ? AND t.indexable = 1
                AND t.is_part = 0 AND t.depth < 65535 ORDER BY t.depth, t.weight DESC LIMIT 4',
            [$this->store->id, $product],
            0.9,
        );

        // Where no collection holds it, the one that was found for the orphan.
        return $own !== []
            ? $own
            : $this->ranked(
                'SELECT f.target_page AS page_id FROM tend_findings f JOIN tend_pages t ON t.store_id = f.store_id
                    AND t.page_id = f.target_page WHERE f.store_id = ? AND f.page_id = ? AND f.type = ? AND
                    t.indexable = 1',
                [$this->store->id, $product, FindingType::Orphan->value],
                0.9,
            );
    }

    /**
     * @param  list<int>  $values
     * @return array<int, float> the first with this relevance, each further one with a little less
     */
    private function ranked(string $sql, array $values, float $first): array
    {
        $ranked = [];
        foreach (Rows::all($sql, $values) as $nth => $row) {
            $ranked[$row->int('page_id')] = $first * 0.95 ** $nth;
        }

        return $ranked;
    }

    /** @return array<int, float> articles that have most of a name's words, by the share of them */
    private function speaking(string $name): array
    {
        $forms = PageWordIndex::forms($name, $this->market->language);
        usort(
            $forms,
            fn (string $a, string $b): int => count($this->articles[$a] ?? []) <=> count($this->articles[$b] ?? []),
        );
        // Who has most of the words has one of the rarer ones; the word of the trade stands in all articles.
        $few = (int) floor((1 - self::SPEAKS) * count($forms)) + 1;
        $some = [];
        foreach (array_slice($forms, 0, $few) as $form) {
            $some += array_slice($this->articles[$form] ?? [], 0, self::CANDIDATES, true);
        }
        $shares = [];
        foreach (array_keys($some) as $article) {
            $has = array_filter($forms, fn (string $form): bool => isset($this->articles[$form][$article]));
            $shares[$article] = count($has) / count($forms);
        }
        $shares = array_filter($shares, static fn (float $share): bool => $share >= self::SPEAKS);
        uksort($shares, static fn (int $a, int $b): int => [$shares[$b], $a] <=> [$shares[$a], $b]);

        return array_slice($shares, 0, self::MOST_ARTICLES, true);
    }

    private function readArticles(Closure $beat): void
    {
        $read = 0;
        for ($after = 0; $read < self::ARTICLES; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT t.page_id, d.text FROM tend_pages t JOIN page_details d ON d.page_id = t.page_id
                    WHERE t.store_id = ? AND t.market_id = ? AND t.kind = ? AND t.indexable = 1 AND t.depth < 65535
                    AND t.page_id > ? ORDER BY t.page_id LIMIT '.self::PORTION,
                [$this->store->id, $this->market->id, PageKind::Article->value, $after],
            );
            if ($rows === []) {
                return;
            }
            $read += count($rows);
            foreach ($rows as $row) {
                $text = $this->frame->ownText(KeptDetails::textOf($row->text));
                foreach (PageWordIndex::forms($text, $this->market->language) as $form) {
                    $this->articles[$form][$row->int('page_id')] = true;
                }
            }
            $beat();
        }
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array<int, true>> pages that link there by a followed link already
     */
    private function linked(array $pages): array
    {
        $linked = [];
        foreach (
            Rows::all(
                'SELECT DISTINCT to_page, from_page FROM links WHERE store_id = ? AND rel = 0 AND to_page IN ('.
                    Bulk::list($pages).
                    ')',
                [$this->store->id],
            ) as $row
        ) {
            $linked[$row->int('to_page')][$row->int('from_page')] = true;
        }

        return $linked;
    }

    private function textOf(int $page): string
    {
        $text = DB::table('page_details')->where('page_id', $page)->value('text');

        return $this->frame->ownText(KeptDetails::textOf(is_string($text) ? $text : null));
    }

    private static function name(Row $target): string
    {
        $title = trim((preg_split('/\s+[|\-–—·»]\s+|:\s+/u', $target->text('title')) ?: [''])[0]);
        $h1 = trim($target->text('h1'));

        return $h1 !== '' && mb_strlen($h1) <= 70 ? $h1 : $title;
    }
}
