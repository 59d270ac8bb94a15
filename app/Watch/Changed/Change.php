<?php

declare(strict_types=1);

namespace App\Watch\Changed;

use App\Platform\Database\Row;

/** One change whose result is judged: a row of watch_changes. */
final readonly class Change
{
    /**
     * @param  int  $sourceId  release or trial; 0 for a mark
     * @param  string  $firstDay  on which its first page was changed, in the store's time
     * @param  string  $day  by which nine tenths of its pages were
     */
    private function __construct(
        public int $id,
        public ChangeSource $source,
        public int $sourceId,
        public int $part,
        public string $name,
        public string $firstDay,
        public string $day,
        public int $pages,
    ) {
    }

    public static function fromRow(Row $row): self
    {
        return new self(
            $row->int('id'),
            ChangeSource::from($row->int('source')),
            $row->int('source_id'),
            $row->int('part'),
            $row->text('name'),
            $row->text('first_day'),
            $row->text('day'),
            $row->int('pages'),
        );
    }

    public function release(): ?int
    {
        return $this->source === ChangeSource::Release ? $this->sourceId : null;
    }
}
