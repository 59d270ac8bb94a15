<?php

declare(strict_types=1);

namespace App\Gather\Rendering;

use App\Connectors\Http\AddressGuard;
use App\Connectors\Http\AddressRefused;
use App\Connectors\Http\Browser;
use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Inventory\PageMark;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;
use RuntimeException;

/** Shows pages in a browser and keeps side by side what they say before and after their scripts have run. */
final class Renders
{
    /** Pages of a kind that are looked at as a sample. */
    private const OF_A_KIND = 3;

    /** Pages that script fills, of which at most so many are shown at once. */
    private const FILLED = 30;

    /** Pages that are listed. */
    private const LISTED = 60;

    /** @return list<Render> those that differ first, then the newest */
    public static function latest(Store $store): array
    {
        return Records::select(
            Render::class,
            'SELECT r.page_id, p.url, r.problem, r.raw, r.shown FROM gather_renders r JOIN pages p ON p.id = r.page_id
                WHERE r.store_id = ? ORDER BY r.differs DESC, r.rendered_at DESC LIMIT '.self::LISTED,
            [$store->id],
        );
    }

    /** @return list<int> a few pages of each kind, and those that script fills */
    public static function sample(Store $store): array
    {
        $pages = [];
        foreach (
            Rows::all(
                'SELECT page_id, kind FROM (SELECT page_id, kind, ROW_NUMBER() OVER (PARTITION BY kind
                    ORDER BY impressions DESC, links_in DESC,
                    page_id) AS place FROM page_index WHERE store_id = ? AND status = 200) ranked WHERE place <= ?
                    ORDER BY kind, place',
                [$store->id, self::OF_A_KIND],
            ) as $row
        ) {
            $pages[$row->int('page_id')] = true;
        }
        foreach (
            Rows::all(
                'SELECT page_id FROM page_index WHERE store_id = ? AND status = 200 AND marks & ? <> 0
                    ORDER BY page_id
                    LIMIT '.self::FILLED,
                [$store->id, PageMark::NeedsScript->value],
            ) as $row
        ) {
            $pages[$row->int('page_id')] = true;
        }

        return array_keys($pages);
    }

    public function show(Store $store, int $page): void
    {
        $url = PageUrl::parse(
            Typed::text(DB::table('pages')->where('store_id', $store->id)->where('id', $page)->value('url')),
        );
        if ($url === null) {
            return;
        }
        $raw = $shown = null;
        $problem = null;
        $options = $store->options();
        $answer = GuardedHttp::allowing($options->privateHosts)->fetch(
            new HttpRequest($url, timeout: $options->timeout, maxBytes: $options->pageBytes),
        );
        if ($answer->status !== 200) {
            $problem = $answer->problem ?? "The page answers {$answer->status}.";
        } else {
            $raw = PageReader::read(Charset::toUtf8($answer->body, $answer->header('content-type')), $url);
            try {
                $shown = PageReader::read(
                    (new Browser(new AddressGuard($options->privateHosts)))->show($url, $answer->body),
                    $url,
                );
            } catch (RuntimeException|AddressRefused $wrong) {
                $problem = $wrong->getMessage();
            }
        }
        DB::table('gather_renders')->upsert(
            [
                [
                    'page_id' => $page,
                    'store_id' => $store->id,
                    'rendered_at' => now(),
                    'raw' => self::told($raw),
                    'shown' => self::told($shown),
                    'differs' => $raw !== null && $shown !== null && self::told($raw) !== self::told($shown),
                    'problem' => $problem === null ? null : mb_substr($problem, 0, 255),
                ],
            ],
            ['page_id'],
            ['rendered_at', 'raw', 'shown', 'differs', 'problem'],
        );
    }

    private static function told(?PageFacts $facts): ?string
    {
        return $facts === null
            ? null
            : json_encode(
                [
                    'title' => $facts->title,
                    'description' => $facts->description,
                    'canonical' => $facts->canonicals,
                    'robots' => $facts->robots,
                    'h1' => $facts->h1s,
                    'links' => count(array_unique(array_column($facts->links, 'target'))),
                    'words' => $facts->words,
                    'types' => $facts->types,
                ],
                JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
            );
    }
}
