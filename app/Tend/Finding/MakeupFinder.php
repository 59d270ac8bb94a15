<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\PageMark;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Illuminate\Support\Facades\DB;

/** Pages that script fills, that answer slowly or weigh much, and what they load insecurely. */
final class MakeupFinder implements PageFinder
{
    /** Bytes of HTML above which a page is heavy. */
    private const HEAVY = 500_000;

    /** Milliseconds above which an answer is slow, where the store is not slower as a whole. */
    private const SLOW = 1000;

    /** Times the store's middle answer. */
    private const TIMES = 3;

    private readonly int $slow;

    public function __construct(Store $store)
    {
        // The middle one, by an index: every page's time is told.
        $count = (int) DB::table('tend_pages')->where('store_id', $store->id)->where('indexable', 1)->count();
        $middle =
            $count === 0
                ? 0
                : Typed::int(
                    DB::table('page_index')
                        ->where('store_id', $store->id)
                        ->where('indexable', 1)
                        ->orderBy('response_ms')
                        ->offset(intdiv($count, 2))
                        ->limit(1)
                        ->value('response_ms'),
                );
        $this->slow = max(self::SLOW, self::TIMES * $middle);
    }

    public static function types(): array
    {
        return [
            FindingType::FilledByScript,
            FindingType::SlowAnswer,
            FindingType::HeavyPage,
            FindingType::InsecureContent,
        ];
    }

    public function look(SeenPage $page): iterable
    {
        $cause = ['kind' => $page->kind->value];
        if (($page->marks & PageMark::NeedsScript->value) !== 0) {
            yield new Found(FindingType::FilledByScript, $page->id, $cause);
        }
        if ($page->responseMs > $this->slow) {
            yield new Found(FindingType::SlowAnswer, $page->id, $cause, ['ms' => $page->responseMs]);
        }
        if ($page->bytes > self::HEAVY) {
            yield new Found(FindingType::HeavyPage, $page->id, $cause, ['bytes' => $page->bytes]);
        }
        $insecure = $page->insecure();
        if ($insecure !== []) {
            // What browsers block comes first; images are mostly fetched over https after all.
            usort(
                $insecure,
                static fn (array $a, array $b): int => self::weight($a['what']) <=> self::weight($b['what']),
            );
            ['what' => $what, 'url' => $first] = $insecure[0];
            yield new Found(
                FindingType::InsecureContent,
                $page->id,
                $cause + ['host' => mb_substr((string) parse_url($first, PHP_URL_HOST), 0, 100)] +
                    ($what === 'image' ? [] : ['what' => $what]),
                [
                    'images' => array_map(
                        static fn (array $part): array => [mb_substr($part['url'], 0, 200)],
                        array_slice($insecure, 0, 6),
                    ),
                ] + ($what === 'image' ? [] : ['what' => $what]),
                count($insecure),
            );
        }
    }

    private static function weight(string $what): int
    {
        return match ($what) {
            'image' => 3,
            'media' => 2,
            'form', 'file' => 1,
            default => 0,
        };
    }
}
