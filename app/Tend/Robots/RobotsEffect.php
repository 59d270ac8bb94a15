<?php

declare(strict_types=1);

namespace App\Tend\Robots;

use App\Inventory\WhyNot;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Robots\RobotsTxt;
use Orchard\Core\Url\PageUrl;

/**
 * What a robots.txt would do to the pages of a store, beside the one that is live: which it shuts out and which it
 * opens, and where a page asks not to be listed and could no longer be heard.
 */
final readonly class RobotsEffect
{
    private const PORTION = 5000;

    /** Pages that are told one by one. */
    private const TOLD = 20;

    /**
     * @param  int  $pages  that were looked at
     * @param  list<array{url: string, clicks: int, line: int, rule: string}>  $shut  by clicks, what it shuts out anew
     * @param  array{pages: int, clicks: int}  $shutting  all that the new one shuts out and the live one does not
     * @param  array{pages: int, clicks: int}  $opening  all that the new one lets in and the live one does not
     * @param  array{pages: int, clicks: int}  $barred  all that the new one keeps out
     * @param  list<string>  $unheard  pages that ask not to be listed and may not be fetched by the new one
     */
    private function __construct(
        public int $pages,
        public array $shut,
        public array $shutting,
        public array $opening,
        public array $barred,
        public int $unheardPages,
        public array $unheard,
    ) {
    }

    public static function of(Store $store, RobotsTxt $live, RobotsTxt $new): self
    {
        $zero = ['pages' => 0, 'clicks' => 0];
        [$shutting, $opening, $barred, $pages, $unheardPages] = [$zero, $zero, $zero, 0, 0];
        $shut = $unheard = [];
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT i.page_id, i.clicks, i.why_not, p.url FROM page_index i JOIN pages p ON p.id = i.page_id
                    WHERE i.store_id = ? AND i.page_id > ? ORDER BY i.page_id LIMIT '.self::PORTION,
                [$store->id, $after],
            );
            if ($rows === []) {
                break;
            }
            foreach ($rows as $row) {
                $url = PageUrl::parse($row->text('url'));
                // A robots.txt speaks of its own host alone.
                if ($url === null || ! $url->sameHostAs($store->baseUrl())) {
                    continue;
                }
                $pages++;
                $target = $url->target();
                $rule = $new->ruleFor($target);
                $isOpen = $rule['allow'] ?? true;
                $wasOpen = $live->allows($target);
                $clicks = $row->int('clicks');
                if (! $isOpen) {
                    $barred = self::add($barred, $clicks);
                    if (WhyNot::from($row->int('why_not'))->isClosed()) {
                        $unheardPages++;
                        count($unheard) < self::TOLD && ($unheard[] = $row->text('url'));
                    }
                }
                if (! $isOpen && $wasOpen) {
                    $shutting = self::add($shutting, $clicks);
                    $shut[] = [
                        'url' => $row->text('url'),
                        'clicks' => $clicks,
                        'line' => (int) ($rule['line'] ?? 0),
                        'rule' => (string) ($rule['pattern'] ?? ''),
                    ];
                    if (count($shut) > 20 * self::TOLD) {
                        $shut = self::first($shut);
                    }
                } elseif ($isOpen && ! $wasOpen) {
                    $opening = self::add($opening, $clicks);
                }
            }
        }

        return new self($pages, self::first($shut), $shutting, $opening, $barred, $unheardPages, $unheard);
    }

    /**
     * @param  array{pages: int, clicks: int}  $sum
     * @return array{pages: int, clicks: int}
     */
    private static function add(array $sum, int $clicks): array
    {
        return ['pages' => $sum['pages'] + 1, 'clicks' => $sum['clicks'] + $clicks];
    }

    /**
     * @param  list<array{url: string, clicks: int, line: int, rule: string}>  $shut
     * @return list<array{url: string, clicks: int, line: int, rule: string}>
     */
    private static function first(array $shut): array
    {
        usort($shut, static fn (array $a, array $b): int => [$b['clicks'], $a['url']] <=> [$a['clicks'], $b['url']]);

        return array_slice($shut, 0, self::TOLD);
    }
}
