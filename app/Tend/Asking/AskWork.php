<?php

declare(strict_types=1);

namespace App\Tend\Asking;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Inventory\KeptDetails;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use App\Tend\Finding\Finds;
use Orchard\Core\Url\PageUrl;

/**
 * Asks the images of the pages of most worth, and the pages of other sites that they link to, whether they are there:
 * by HEAD, a few at a time and not faster than the store's pages may be fetched. What was asked in the last weeks is
 * not asked again. At the end the pages are looked through, so that what is wrong is found.
 */
final readonly class AskWork implements LongWork
{
    /** Pages of which images and links are asked in one go. */
    private const PAGES = 2000;

    private const PORTION = 50;

    private const AT_A_TIME = 4;

    /** Requests a second, where the store sets no rate of its own. */
    private const RATE = 10;

    private const WEEKS = 4;

    public function __construct(private Finds $finds)
    {
    }

    public static function sort(): string
    {
        return 'tend.ask';
    }

    public static function title(): string
    {
        return 'asking images and other sites';
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
        $after = is_array($run->progress()['at'] ?? null) ? $run->progress()['at'] : null;
        $done = $run->number('pages');
        while ($done < self::PAGES) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $rows = Rows::all(
                'SELECT t.page_id, t.worth, d.details FROM (SELECT page_id, worth FROM tend_pages WHERE store_id = ?
                    AND indexable = 1'.
                    ($after === null ? '' : ' AND (worth < ? OR (worth = ? AND page_id < ?))').
                    ' ORDER BY worth DESC, page_id DESC LIMIT '.
                    self::PORTION.
                    ') t JOIN page_details d ON d.page_id = t.page_id ORDER BY t.worth DESC, t.page_id DESC',
                $after === null ? [$store->id] : [$store->id, $after[0], $after[0], $after[1]],
            );
            if ($rows === []) {
                break;
            }
            $this->ask($store, $run, $this->unasked($store, self::addresses($rows)));
            $last = $rows[count($rows) - 1];
            $after = [$last->number('worth'), $last->int('page_id')];
            $done += count($rows);
            $run->beat(['at' => $after, 'pages' => $done], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }

        $this->finds->begin($store->id, null);

        return SliceEnd::done();
    }

    /**
     * @param  array<Row>  $rows
     * @return array<string, string> address by digest
     */
    private static function addresses(array $rows): array
    {
        $addresses = [];
        foreach ($rows as $row) {
            $details = KeptDetails::unpack($row->details);
            foreach ([...(array) ($details['images'] ?? []), ...(array) ($details['externals'] ?? [])] as $one) {
                $address = is_array($one) ? $one['src'] ?? ($one['url'] ?? '') : '';
                if (is_string($address) && preg_match('~^https?://~', $address) === 1) {
                    $addresses[md5($address, true)] = $address;
                }
            }
        }

        return $addresses;
    }

    /**
     * @param  array<string, string>  $addresses
     * @return array<string, string> those that were not asked lately
     */
    private function unasked(Store $store, array $addresses): array
    {
        foreach (array_chunk(array_keys($addresses), 500) as $some) {
            foreach (
                Rows::all(
                    'SELECT digest FROM tend_asked WHERE store_id = ? AND asked_at > ? AND digest IN ('.
                        Bytes::list(array_map(strval(...), $some)).
                        ')',
                    [$store->id, now()->subWeeks(self::WEEKS)],
                ) as $row
            ) {
                unset($addresses[$row->text('digest')]);
            }
        }

        return $addresses;
    }

    /** @param  array<string, string>  $addresses  address by digest */
    private function ask(Store $store, WorkRun $run, array $addresses): void
    {
        $http = GuardedHttp::allowing($store->options()->privateHosts);
        $pause = 1 / ($store->options()->rate > 0 ? $store->options()->rate : self::RATE);
        $rows = [];
        $next = microtime(true);
        while ($addresses !== [] || $http->underWay() > 0) {
            if ($addresses !== [] && $http->underWay() < self::AT_A_TIME && microtime(true) >= $next) {
                $digest = (string) array_key_first($addresses);
                $url = PageUrl::parse($addresses[$digest]);
                unset($addresses[$digest]);
                $url === null || $http->add(new HttpRequest($url, 'HEAD', timeout: 8, maxBytes: 1000), $digest);
                $next = max($next, microtime(true) - 1) + $pause;
            }
            foreach ($http->finished(0.02) as [$digest, $answer]) {
                $length = (string) $answer->header('content-length');
                $rows[] = [
                    $store->id,
                    new Bytes(Typed::text($digest)),
                    $answer->status,
                    ctype_digit($length) ? min(4_000_000_000, (int) $length) : null,
                    mb_substr(mb_scrub((string) $answer->header('content-type')), 0, 60),
                    $answer->status >= 300 && $answer->status < 400
                        ? mb_substr(mb_scrub((string) $answer->header('location')), 0, 500)
                        : '',
                    now()->toDateTimeString(),
                ];
            }
            $run->beat();
        }
        $run->fenced(
            static fn (): int => Bulk::write(
                'tend_asked',
                ['store_id', 'digest', 'status', 'bytes', 'type', 'moved_to', 'asked_at'],
                $rows,
                'REPLACE',
            ),
        );
    }
}
