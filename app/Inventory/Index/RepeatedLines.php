<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\MainText;

/**
 * The lines of main text that a site repeats: what stands on three in ten of a sample of its pages belongs to the frame
 * and not to the page, and its words do not count as the page's. The sample is taken by digest, so that it is the same
 * every time.
 */
final class RepeatedLines
{
    private const SAMPLE = 2000;

    private const SHARE = 0.3;

    /** On fewer pages than this nothing is taken to be a frame. */
    private const FEWEST = 10;

    /** @var array<string, true> */
    private array $repeated = [];

    public function __construct(private readonly int $store)
    {
        foreach (Rows::all('SELECT mark FROM repeated_lines WHERE store_id = ?', [$store]) as $row) {
            $this->repeated[$row->text('mark')] = true;
        }
    }

    /** Looks at the sample anew; called inside a transaction. */
    public function find(): void
    {
        $seen = [];
        $pages = 0;
        foreach (
            Rows::all(
                'SELECT d.marks FROM pages p JOIN page_details d ON d.page_id = p.id WHERE p.store_id = ?
                    ORDER BY p.digest LIMIT '.self::SAMPLE,
                [$this->store],
            ) as $row
        ) {
            $pages++;
            $own = [];
            foreach (MainText::marksOf($row->text('marks')) as $mark => $words) {
                $own[$mark] = true;
            }
            foreach (array_keys($own) as $mark) {
                $seen[$mark] = ($seen[$mark] ?? 0) + 1;
            }
        }
        $this->repeated =
            $pages < self::FEWEST
                ? []
                : array_map(
                    static fn (): bool => true,
                    array_filter($seen, static fn (int $n): bool => $n >= self::SHARE * $pages),
                );
        DB::delete('DELETE FROM repeated_lines WHERE store_id = ?', [$this->store]);
        Bulk::write(
            'repeated_lines',
            ['store_id', 'mark'],
            array_map(
                fn (int|string $mark): array => [$this->store, new Bytes((string) $mark)],
                array_keys($this->repeated),
            ),
        );
    }

    /** Words of the lines that are the page's own. */
    public function ownWords(string $marks): int
    {
        $words = 0;
        foreach (MainText::marksOf($marks) as $mark => $count) {
            $words += isset($this->repeated[$mark]) ? 0 : $count;
        }

        return $words;
    }

    /** The lines of a text that are the page's own. */
    public function ownText(string $text): string
    {
        return implode(
            "\n",
            array_filter(
                explode("\n", $text),
                fn (string $line): bool => ! isset($this->repeated[substr(hash('xxh64', $line, true), 0, 6)]),
            ),
        );
    }
}
