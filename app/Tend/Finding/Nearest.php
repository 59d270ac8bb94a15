<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Orchard\Core\Terms\PageWordIndex;
use Orchard\Core\Url\PageUrl;

/**
 * Finds the page of a store from which another one could be linked: a collection that speaks of the same, or the folder
 * above it.
 */
final class Nearest
{
    private const CANDIDATES = 8;

    /** Pages of a kind and market that are looked through. */
    private const MOST = 20_000;

    /** Folders above a page that are tried. */
    private const FOLDERS = 4;

    /** @var array<int, array{language: string, words: PageWordIndex}> by market */
    private array $collections = [];

    /** @var array<int, array{language: string, words: PageWordIndex}> by market */
    private array $products = [];

    public function __construct(private readonly Store $store)
    {
    }

    /**
     * The collection in which most products with such a name stand, else the one that shares most of its words; 0 where
     * none does.
     */
    public function collection(int $market, string $text, int $except): int
    {
        $of = $this->products[$market] ??= $this->wordsOf($market, PageKind::Product);
        $likes = $of['words']->candidates(PageWordIndex::forms($text, $of['language']), self::CANDIDATES);
        $votes = [];
        foreach ($likes === [] ? [] : $this->collectionsOf(array_keys($likes)) as $product => $collections) {
            foreach ($collections as $collection) {
                $votes[$collection] = ($votes[$collection] ?? 0.0) + $likes[$product];
            }
        }
        $named = $this->collections[$market] ??= $this->wordsOf($market, PageKind::Collection);
        $speaks = $named['words']->candidates(PageWordIndex::forms($text, $named['language']), self::CANDIDATES);
        unset($votes[$except], $speaks[$except]);
        // Both count alike: where such products stand, and what the collection is called.
        $score = [];
        foreach ([$votes, $speaks] as $told) {
            foreach ($told as $collection => $worth) {
                $score[$collection] = ($score[$collection] ?? 0.0) + $worth / max(1e-9, max($told));
            }
        }
        uksort($score, static fn (int $a, int $b): int => [$score[$b], $a] <=> [$score[$a], $b]);

        return (int) array_key_first($score);
    }

    /**
     * The page that stands for the folder of an address, such as /journal for /journal/light; the home page is none.
     *
     * @param  list<string>  $urls
     * @return array<string, int> by address, those that have one
     */
    public function folders(array $urls): array
    {
        $above = $digests = [];
        foreach ($urls as $text) {
            $url = PageUrl::parse($text);
            $path = $url === null ? '' : rtrim($url->path, '/');
            for ($step = 0; $url !== null && $step < self::FOLDERS; $step++) {
                $path = substr($path, 0, (int) strrpos($path, '/'));
                if ($path === '') {
                    break;
                }
                foreach ([$path, "$path/"] as $way) {
                    $digest = $url->resolve($way)?->digest();
                    if ($digest !== null) {
                        $above[$text][] = $digest;
                        $digests[$digest] = true;
                    }
                }
            }
        }
        $pages = [];
        foreach (array_chunk(array_keys($digests), 500) as $some) {
            foreach (
                Rows::all(
                    'SELECT p.id, p.digest FROM pages p JOIN tend_pages t ON t.store_id = p.store_id AND t.page_id =
                        p.id
                        WHERE p.store_id = ? AND t.indexable = 1 AND t.depth BETWEEN 1 AND 65534 AND p.digest IN ('.
                        Bytes::list(array_map(strval(...), $some)).
                        ')',
                    [$this->store->id],
                ) as $row
            ) {
                $pages[$row->text('digest')] = $row->int('id');
            }
        }
        $found = [];
        foreach ($above as $text => $list) {
            foreach ($list as $digest) {
                if (isset($pages[$digest])) {
                    $found[$text] = $pages[$digest];

                    break;
                }
            }
        }

        return $found;
    }

    /** @return array{language: string, words: PageWordIndex} */
    private function wordsOf(int $market, PageKind $kind): array
    {
        $language = Markets::of($this->store)->find($market)->language;
        $words = new PageWordIndex($language);
        foreach (
            Rows::all(
                'SELECT t.page_id, f.title, f.h1s, p.url FROM tend_pages t JOIN pages p ON p.id = t.page_id
                    LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0 WHERE t.store_id = ?
                    AND t.market_id = ? AND t.kind = ? AND t.indexable = 1 AND t.is_part = 0 AND t.depth < 65535
                    ORDER BY t.worth DESC LIMIT '.self::MOST,
                [$this->store->id, $market, $kind->value],
            ) as $row
        ) {
            $h1s = json_decode($row->text('h1s'), true);
            $words->add($row->int('page_id'), [
                PageWordIndex::NAME => [is_array($h1s) && is_string($h1s[0] ?? null) ? $h1s[0] : $row->text('title')],
                PageWordIndex::TITLE => [$row->text('title'), basename($row->text('url'))],
            ]);
        }

        return ['language' => $language, 'words' => $words];
    }

    /**
     * @param  list<int>  $products
     * @return array<int, list<int>> collections that may be listed and hold not nearly all, by product
     */
    private function collectionsOf(array $products): array
    {
        $of = [];
        foreach (
            Rows::all(
                'SELECT m.page_id, m.collection_id FROM collection_pages m JOIN tend_pages t ON t.store_id = m.store_id
                    AND t.page_id = m.collection_id WHERE m.store_id = ? AND m.page_id IN ('.
                    Bulk::list($products).
                    ') AND t.indexable = 1 AND t.is_part = 0 AND t.depth < 65535 ORDER BY t.weight DESC',
                [$this->store->id],
            ) as $row
        ) {
            $of[$row->int('page_id')][] = $row->int('collection_id');
        }

        return $of;
    }
}
