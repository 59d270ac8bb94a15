<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Inventory\PageBook;
use App\Inventory\PageSource;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Sitemaps\Sitemap;
use Orchard\Core\Url\PageUrl;

/**
 * Reads the sitemaps that robots.txt names (or /sitemap.xml where it names none), and those that they list. Each file
 * is committed with its pages; a file once read is not read again when the phase goes on.
 */
final readonly class SitemapReading
{
    private const MOST_FILES = 2000;

    /** Bytes of one file as it is sent. */
    private const MOST_BYTES = 20_000_000;

    public function __construct(private WorkRun $run, private Store $store, private Crawl $crawl)
    {
    }

    /** @return bool whether all are read; else the next slice goes on */
    public function work(): bool
    {
        $base = $this->crawl->base();
        $crawl = $this->crawl->id;
        if (! DB::table('gather_sitemaps')->where('crawl_id', $crawl)->exists()) {
            $this->run->fenced(fn () => $this->add(self::named((string) $this->crawl->robots, $base), 0));
        }
        $options = $this->store->options();
        $http = GuardedHttp::allowing($options->privateHosts);
        while (
            ($next = Rows::maybe(
                DB::table('gather_sitemaps')
                    ->where('crawl_id', $crawl)
                    ->where('is_read', 0)
                    ->orderBy('level')
                    ->orderBy('digest')
                    ->first(),
            )) !== null
        ) {
            if ($this->run->timeIsUp() || $this->run->stopAsked()) {
                return false;
            }
            $url = PageUrl::parse($next->text('url'));
            if ($url === null || ! $url->sameHostAs($base)) {
                $this->note($next, 0, null, [[0, '', 'is on another host and was not fetched']]);

                continue;
            }
            $answer = $http->fetch(new HttpRequest($url, timeout: $options->timeout, maxBytes: self::MOST_BYTES));
            $sitemap = $answer->status === 200 && ! $answer->cut ? Sitemap::read($answer->body, $url) : null;
            $this->note(
                $next,
                $answer->status,
                $sitemap,
                match (true) {
                    $answer->cut => [[0, '', 'is larger than '.number_format(self::MOST_BYTES).' bytes']],
                    $answer->status === 0 => [[0, '', (string) $answer->problem]],
                    default => [],
                },
            );
            $this->run->beat(['sitemap' => $next->text('url')]);
        }
        $this->run->fenced(fn () => $this->forgetUnlisted($crawl));

        return true;
    }

    /** @return list<string> */
    private static function named(string $robots, PageUrl $base): array
    {
        preg_match_all('/^[ \t]*sitemap[ \t]*:[ \t]*(\S+)/mi', $robots, $found);
        $named = array_values(
            array_unique(array_map(static fn (string $url): string => $base->resolve($url)?->text() ?? $url, $found[1])),
        );

        return $named === [] ? array_values(array_filter([$base->resolve('/sitemap.xml')?->text()])) : $named;
    }

    /** @param  list<string>  $urls */
    private function add(array $urls, int $level): void
    {
        $room = self::MOST_FILES - DB::table('gather_sitemaps')->where('crawl_id', $this->crawl->id)->count();
        Bulk::write(
            'gather_sitemaps',
            ['crawl_id', 'digest', 'url', 'level'],
            array_map(
                fn (string $url): array => [
                    $this->crawl->id,
                    new Bytes(PageUrl::digestOf($url)),
                    mb_substr($url, 0, 2048),
                    $level,
                ],
                array_slice($urls, 0, max(0, $room)),
            ),
            'INSERT IGNORE',
        );
    }

    /** @param  list<array{int, string, string}>  $problems */
    private function note(Row $file, int $status, ?Sitemap $sitemap, array $problems): void
    {
        $problems = [...$problems, ...$sitemap === null ? [] : $sitemap->problems];
        $urls = array_map(strval(...), array_keys($sitemap === null ? [] : $sitemap->urls));
        if ($sitemap?->isIndex === true && $file->int('level') >= 1) {
            $problems[] = [
                0,
                '',
                'is an index within an index, which the protocol does not allow; its files are not read',
            ];
        }
        $book = new PageBook($this->store);
        $this->run->fenced(function () use ($file, $status, $sitemap, $problems, $urls, $book): void {
            if ($sitemap?->isIndex === true) {
                $file->int('level') >= 1 || $this->add($urls, 1);
            } else {
                foreach (array_chunk($urls, 2000) as $chunk) {
                    $digests = array_combine(array_map(PageUrl::digestOf(...), $chunk), $chunk);
                    $ids = $book->idsOf($digests);
                    $book->known(array_values($ids), PageSource::Sitemap);
                    Bulk::write(
                        'gather_sitemap_pages',
                        ['store_id', 'page_id', 'crawl_id', 'images', 'alternates'],
                        array_map(
                            fn (int|string $digest, int $id): array => [
                                $this->store->id,
                                $id,
                                $this->crawl->id,
                                min(65535, $sitemap->images[$digests[$digest]] ?? 0),
                                isset($sitemap->alternates[$digests[$digest]])
                                    ? json_encode(
                                        $sitemap->alternates[$digests[$digest]],
                                        JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
                                    )
                                    : null,
                            ],
                            array_keys($ids),
                            $ids,
                        ),
                        'REPLACE',
                    );
                }
            }
            DB::table('gather_sitemaps')
                ->where('crawl_id', $file->crawl_id)
                ->where('digest', $file->digest)
                ->update([
                    'is_read' => 1,
                    'status' => $status,
                    'is_index' => $sitemap?->isIndex === true,
                    'entries' => $sitemap === null ? 0 : $sitemap->entries,
                    'pages' => $sitemap === null || $sitemap->isIndex ? 0 : count($urls),
                    'images' => array_sum($sitemap->images ?? []),
                    'alternates' => count($sitemap->alternates ?? []),
                    'problems' => json_encode(
                        $problems,
                        JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
                    ),
                ]);
        });
    }

    /** Pages that no sitemap lists any more; concluded only where every file was read. */
    private function forgetUnlisted(int $crawl): void
    {
        if (
            DB::table('gather_sitemaps')
                ->where('crawl_id', $crawl)
                ->where('status', '<>', 200)
                ->where('status', '<>', 404)
                ->exists()
        ) {
            return;
        }
        $unlisted = Bulk::ids(
            Rows::all('SELECT page_id FROM gather_sitemap_pages WHERE store_id = ? AND crawl_id < ?', [
                $this->store->id,
                $crawl,
            ]),
            'page_id',
        );
        foreach (array_chunk($unlisted, 5000) as $pages) {
            (new PageBook($this->store))->noLongerIn(PageSource::Sitemap, $pages);
        }
        DB::delete('DELETE FROM gather_sitemap_pages WHERE store_id = ? AND crawl_id < ?', [$this->store->id, $crawl]);
        DB::delete(
            'DELETE g FROM gather_sitemaps g JOIN gather_crawls c ON c.id = g.crawl_id WHERE c.store_id = ?
                AND c.id < ?',
            [$this->store->id, $crawl],
        );
    }
}
