<?php

declare(strict_types=1);

namespace App\Tend\Asking;

use App\Connectors\Http\AddressGuard;
use App\Connectors\Http\AddressRefused;
use App\Connectors\Http\BrowserLab;
use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Connectors\Http\LabReading;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use App\Tend\Finding\Finds;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\Charset;
use Orchard\Core\Url\PageUrl;
use RuntimeException;

/**
 * Measures how pages come in in a browser, one after the other: of each kind those of most worth, for pages of one
 * template come in alike. At the end the pages are looked through, so that what is slow or heavy is found.
 */
final readonly class LabWork implements LongWork
{
    private const OF_A_KIND = 3;

    /** Pages of most worth, whatever their kind. */
    private const OF_MOST_WORTH = 20;

    public function __construct(private Finds $finds)
    {
    }

    public static function sort(): string
    {
        return 'tend.lab';
    }

    public static function title(): string
    {
        return 'measuring pages in a browser';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $given = $run->progress()['left'] ?? null;
        $left = is_array($given) ? array_values(array_filter($given, is_int(...))) : self::sample($store);
        while ($left !== []) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $run->beat(['left' => $left], force: true);
            self::measure($store, $run, array_shift($left));
            $run->beat(['left' => $left], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
        $this->finds->begin($store->id, null);

        return SliceEnd::done();
    }

    /** @return list<int> */
    private static function sample(Store $store): array
    {
        $rows = Rows::all(
            'SELECT page_id FROM (SELECT page_id, ROW_NUMBER() OVER (PARTITION BY market_id, kind ORDER BY worth DESC,
                page_id) AS place, ROW_NUMBER() OVER (ORDER BY worth DESC, page_id) AS rank_of_all FROM tend_pages
                WHERE store_id = ? AND indexable = 1 AND is_part = 0) ranked
                WHERE place <= ? OR rank_of_all <= ? ORDER BY rank_of_all LIMIT 100',
            [$store->id, self::OF_A_KIND, self::OF_MOST_WORTH],
        );

        return array_values(array_map(static fn (Row $row): int => $row->int('page_id'), $rows));
    }

    private static function measure(Store $store, WorkRun $run, int $page): void
    {
        $url = PageUrl::parse(
            Typed::text(DB::table('pages')->where('store_id', $store->id)->where('id', $page)->value('url')),
        );
        if ($url === null) {
            return;
        }
        $options = $store->options();
        $answer = GuardedHttp::allowing($options->privateHosts)->fetch(
            new HttpRequest($url, timeout: $options->timeout, maxBytes: $options->pageBytes),
        );
        $reading = null;
        $problem = $answer->status === 200 ? null : $answer->problem ?? "The page answers {$answer->status}.";
        try {
            $reading =
                $problem === null
                    ? BrowserLab::measure(
                        new AddressGuard($options->privateHosts),
                        $url,
                        Charset::toUtf8($answer->body, $answer->header('content-type')),
                    )
                    : null;
        } catch (RuntimeException|AddressRefused $wrong) {
            $problem = $wrong->getMessage();
        }
        $run->fenced(static fn () => self::keep($store, $page, $reading, $problem));
    }

    private static function keep(Store $store, int $page, ?LabReading $reading, ?string $problem): void
    {
        DB::table('tend_labs')->updateOrInsert(
            ['page_id' => $page],
            [
                'store_id' => $store->id,
                'measured_at' => now(),
                'first_ms' => $reading->firstMs ?? 0,
                'largest_ms' => $reading->largestMs ?? 0,
                'shift' => (int) round(1000 * ($reading->shift ?? 0)),
                'blocked_ms' => $reading->blockedMs ?? 0,
                'requests' => $reading->requests ?? 0,
                'bytes' => $reading->bytes ?? 0,
                'script_bytes' => $reading->scriptBytes ?? 0,
                'image_bytes' => $reading->imageBytes ?? 0,
                'problem' => $problem === null ? null : mb_substr($problem, 0, 255),
            ],
        );
    }
}
