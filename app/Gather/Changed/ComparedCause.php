<?php

declare(strict_types=1);

namespace App\Gather\Changed;

/** What changed on pages alike between two crawls. */
final readonly class ComparedCause
{
    /**
     * @param  string  $cause  its digest, 16 bytes
     * @param  int  $aspect  value of an Aspect
     * @param  ?string  $removed  what all of them lost
     * @param  ?string  $folder  that all of them stand in
     */
    public function __construct(
        public string $cause,
        public int $aspect,
        public int $kind,
        public bool $isOne,
        public int $pages,
        public int $clicks,
        public ?string $removed,
        public ?string $added,
        public ?string $folder,
    ) {
    }
}
