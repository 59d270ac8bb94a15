<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Database\Records;
use App\Stores\Http\ShownUrl;
use App\Stores\Models\Store;

/**
 * A tangle as a small drawing: its keeper in the middle, the other addresses left and right of it, and what each says
 * of whom.
 */
final readonly class TanglePicture
{
    public const WIDTH = 1060;

    private const BOX = 330;

    private const ROW = 50;

    /**
     * @param  list<array{page: int, x: int, y: int, side: int, address: string, line: string, says: string,
     *     words: string, aside: ?string}>  $members  says is declares, redirects, itself, nothing or elsewhere
     * @param  ?array{page: int, address: string, line: string, says: string}  $keeper
     */
    private function __construct(
        public int $tangle,
        public array $members,
        public ?array $keeper,
        public int $height,
        public int $more,
    ) {
    }

    public static function of(Store $store, int $tangle, int $most = 14): ?self
    {
        $rows = Records::select(
            PicturedPage::class,
            'SELECT u.page_id, u.keeper_page, u.declared_page, u.declared, u.clicks, p.url, i.status, i.links_in,
                f.redirect_url, d.url AS declared_url FROM untangle_pages u JOIN pages p ON p.id = u.page_id
                JOIN page_index i ON i.page_id = u.page_id LEFT JOIN page_facts f ON f.page_id = u.page_id
                AND f.to_crawl = 0 LEFT JOIN pages d ON d.id = u.declared_page
            WHERE u.store_id = ? AND u.tangle_id = ? ORDER BY u.clicks DESC, i.links_in DESC, u.page_id LIMIT 400',
            [$store->id, $tangle],
        );
        if ($rows === []) {
            return null;
        }
        $keeper = null;
        $members = [];
        $others = array_values(array_filter($rows, static fn (PicturedPage $row): bool => ! $row->isKeeper()));
        foreach ($rows as $row) {
            if ($row->isKeeper()) {
                $keeper = [
                    'page' => $row->pageId,
                    'address' => self::address($store, $row->url),
                    'line' => $row->line(),
                    'says' => match (true) {
                        $row->declaresItself() => 'self-canonical',
                        $row->declared === '' => 'no canonical',
                        default => 'canonical to '.self::address($store, $row->canonical()),
                    },
                ];
            }
        }
        foreach (array_slice($others, 0, $most) as $i => $row) {
            [$says, $words, $aside] = match (true) {
                $row->redirects() => ['redirects', 'redirects', null],
                $row->declaresKeeper() => ['declares', 'canonical to the keeper', null],
                $row->declaresItself() => ['itself', 'self-canonical', null],
                $row->declared === '' => ['nothing', 'no canonical', null],
                default => ['elsewhere', 'canonical elsewhere', self::address($store, $row->canonical())],
            };
            $members[] = [
                'page' => $row->pageId,
                'x' => $i % 2 === 0 ? 0 : self::WIDTH - self::BOX,
                'y' => self::ROW * intdiv($i, 2) + 4,
                'side' => $i % 2,
                'address' => self::address($store, $row->url),
                'line' => $row->line(),
                'says' => $says,
                'words' => $words,
                'aside' => $aside,
            ];
        }

        return new self(
            $tangle,
            $members,
            $keeper,
            max(1, (int) ceil(count($members) / 2)) * self::ROW + 6,
            count($others) - count($members),
        );
    }

    /** An address as it is drawn: the end of it where it is long. */
    private static function address(Store $store, string $url): string
    {
        $target = ShownUrl::of($store, $url);

        return mb_strlen($target) > 46 ? '…'.mb_substr($target, -45) : $target;
    }

    /** The most that an address takes, in words, for people who do not see the drawing. */
    public function inWords(): string
    {
        $says = array_count_values(array_column($this->members, 'words'));

        return ($this->keeper === null
            ? 'No keeper. '
            : "Keeper: {$this->keeper['address']}, {$this->keeper['line']}. ").
            implode(
                ', ',
                array_map(static fn (string $words, int $count): string => "$count $words", array_keys($says), $says),
            ).
            ($this->more > 0 ? ", {$this->more} more." : '.');
    }
}
