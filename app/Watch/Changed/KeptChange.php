<?php

declare(strict_types=1);

namespace App\Watch\Changed;

/** A change that is kept to be judged: of a release, of one wording of a trial. */
final readonly class KeptChange
{
    /**
     * @param  int  $sourceId  of the release or the trial
     * @param  int  $part  which of its parts; 0 for the whole
     * @param  ?int  $known  its number, where it is kept already
     */
    public function __construct(
        public ChangeSource $source,
        public int $sourceId,
        public int $part,
        public string $name,
        public ?int $known,
    ) {
    }
}
