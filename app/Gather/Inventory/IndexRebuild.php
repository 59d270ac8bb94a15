<?php

declare(strict_types=1);

namespace App\Gather\Inventory;

use App\Store\Bulk;
use App\Store\Kinds\KindRules;
use App\Store\Kinds\PageKind;
use App\Store\Models\Store;
use App\Store\Pages\FetchedPage;
use App\Store\Pages\LinkBook;
use App\Store\Pages\WhyNot;
use App\Store\Work\WorkRun;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Robots\IndexRules;
use Orchard\Core\Url\PageUrl;

/** Makes the list table anew from the newest facts: kind, state for search engines, sizes, words to search by. */
final readonly class IndexRebuild
{
    private const CHUNK = 2000;

    /** @param  bool  $complete whether the crawl may conclude that pages it did not meet are gone */
    public function __construct(private Store $store, private int $crawl, private bool $complete)
    {
    }

    /** @return bool whether all is done; else the next slice goes on */
    public function work(WorkRun $run): bool
    {
        $rules = KindRules::of($this->store);
        $after = is_int($run->progress()['indexed_to'] ?? null) ? $run->progress()['indexed_to'] : 0;
        if ($after === 0) {
            $run->fenced(fn () => $this->closeGone());
        }
        while (true) {
            $rows = DB::select('SELECT p.id, p.url, p.market_id, p.resource_id, r.kind AS resource_kind, f.status, f.redirect_url, f.content_type, f.title, f.robots, f.robots_header, f.canonicals, f.canonical_header, f.words, f.types, f.problem
                FROM page_facts f JOIN pages p ON p.id = f.page_id LEFT JOIN resources r ON r.id = p.resource_id
                WHERE f.store_id = ? AND f.to_crawl = 0 AND p.id > ? ORDER BY p.id LIMIT '.self::CHUNK, [$this->store->id, $after]);
            if ($rows === []) {
                (new KnownPages($this->store))->list($run);

                return true;
            }
            $index = [];
            $words = [];
            foreach ($rows as $row) {
                $after = (int) $row->id;
                [$index[], $words[]] = $this->rowsOf($row, $rules);
            }
            $run->fenced(static function () use ($index, $words): void {
                Bulk::write('page_index', ['page_id', 'store_id', 'market_id', 'resource_id', 'kind', 'status', 'indexable', 'why_not', 'words', 'title_chars', 'address'], $index, 'INSERT',
                    'ON DUPLICATE KEY UPDATE market_id = VALUES(market_id), resource_id = VALUES(resource_id), kind = VALUES(kind), status = VALUES(status), indexable = VALUES(indexable), why_not = VALUES(why_not), words = VALUES(words), title_chars = VALUES(title_chars)');
                Bulk::write('page_words', ['page_id', 'store_id', 'words'], $words, 'INSERT', 'ON DUPLICATE KEY UPDATE words = VALUES(words)');
            });
            $run->beat(['indexed_to' => $after], force: true);
            if ($run->timeIsUp()) {
                return false;
            }
        }
    }

    /** Only a complete crawl says that a page is no longer there. */
    private function closeGone(): void
    {
        if (! $this->complete) {
            return;
        }
        DB::update('UPDATE page_facts f JOIN pages p ON p.id = f.page_id SET f.to_crawl = ? WHERE f.store_id = ? AND f.to_crawl = 0 AND p.seen_crawl < ?', [$this->crawl, $this->store->id, $this->crawl]);
        (new LinkBook($this->store->id))->doubtGone($this->crawl);
        foreach (['page_index', 'page_words'] as $table) {
            DB::delete("DELETE i FROM $table i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ? AND p.seen_crawl < ?", [$this->store->id, $this->crawl]);
        }
    }

    /** @return array{list<int|string|null>, list<int|string>} */
    private function rowsOf(object $row, KindRules $rules): array
    {
        $url = PageUrl::parse((string) $row->url) ?? $this->store->baseUrl();
        /** @var list<string> $types */
        $types = json_decode((string) $row->types, true);
        $kind = $rules->kindOf($url, $row->resource_kind === null ? null : PageKind::from((int) $row->resource_kind), $types);
        $why = self::whyNot($row);
        $title = (string) $row->title;

        return [
            [(int) $row->id, $this->store->id, (int) $row->market_id, $row->resource_id === null ? null : (int) $row->resource_id, $kind->value, (int) $row->status, $why === WhyNot::Indexable ? 1 : 0, $why->value, (int) $row->words, min(65535, mb_strlen($title)), substr($url->target(), 0, 190)],
            [(int) $row->id, $this->store->id, mb_substr($title.' '.trim((string) preg_replace('/[^\p{L}\p{N}]+/u', ' ', rawurldecode($url->target()))), 0, 2000)],
        ];
    }

    private static function whyNot(object $row): WhyNot
    {
        $status = (int) $row->status;
        /** @var list<string> $canonicals */
        $canonicals = json_decode((string) $row->canonicals, true);
        $canonical = $canonicals[0] ?? $row->canonical_header;

        return match (true) {
            $row->problem === FetchedPage::BARRED => WhyNot::Barred,
            $status === 0 => WhyNot::NoAnswer,
            $status >= 300 && $status < 400 => WhyNot::Redirect,
            $status >= 500 => WhyNot::ServerError,
            $status >= 400 => WhyNot::ClientError,
            preg_match('~^(text/html|application/xhtml\+xml)~i', (string) $row->content_type) !== 1 => WhyNot::NotHtml,
            IndexRules::from([(string) $row->robots, ...explode('; ', (string) $row->robots_header)])->noindex => WhyNot::Noindex,
            $canonical !== null && $canonical !== $row->url => WhyNot::CanonicalElsewhere,
            default => WhyNot::Indexable,
        };
    }
}
