<?php

declare(strict_types=1);

namespace App\Tend\Maps;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Market;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Sitemaps\SitemapEntry;
use Orchard\Core\Sitemaps\SitemapWriter;

/** Writes down the files of one kind of page and one market, one after the other, each as soon as it is full. */
final class MapFiles
{
    private SitemapWriter $writer;

    private int $files = 0;

    private int $told = 0;

    private int $listed = 0;

    private ?string $changed = null;

    /**
     * @param  non-empty-list<PageKind>  $kinds  of their pages; they are called after the first
     * @param  string  $stem  of the files' names
     */
    public function __construct(
        private readonly WorkRun $run,
        public readonly Market $market,
        public readonly array $kinds,
        private readonly string $stem,
    ) {
        $this->writer = new SitemapWriter();
    }

    /** The work that writes them goes on. */
    public function beat(): void
    {
        $this->run->beat();
    }

    /** @param  ?bool  $isIndexed  null where nothing tells it */
    public function add(SitemapEntry $entry, ?bool $isIndexed): void
    {
        $this->writer->isFull() && $this->flush();
        $this->writer->add($entry);
        $this->changed = max($this->changed, $entry->changed);
        $this->told += $isIndexed === null ? 0 : 1;
        $this->listed += $isIndexed === true ? 1 : 0;
    }

    /** Writes what is left, and drops the files that an earlier run had more. */
    public function close(): void
    {
        $this->writer->entries() > 0 && $this->flush();
        $this->run->fenced(
            fn (): int => DB::delete(
                "DELETE FROM tend_maps WHERE store_id = ? AND name LIKE ?
                    AND CAST(SUBSTRING_INDEX(name, '-', -1) AS UNSIGNED) > ?",
                [$this->market->store_id, "$this->stem-%", $this->files],
            ),
        );
    }

    private function flush(): void
    {
        $this->files++;
        $row = [
            $this->market->store_id,
            "$this->stem-$this->files",
            $this->market->id,
            $this->kinds[0]->value,
            $this->writer->entries(),
            $this->told,
            $this->listed,
            $this->changed,
            new Bytes((string) gzencode($this->writer->text(), 6)),
            now()->toDateTimeString(),
        ];
        $this->run->fenced(
            static fn (): int => Bulk::write(
                'tend_maps',
                ['store_id', 'name', 'market_id', 'kind', 'urls', 'told', 'listed', 'changed', 'body', 'made_at'],
                [$row],
                'REPLACE',
            ),
        );
        $this->writer = new SitemapWriter();
        [$this->told, $this->listed, $this->changed] = [0, 0, null];
    }
}
