<?php

declare(strict_types=1);

namespace App\Stores\Overview;

/** One thing of a store's first hour. It is ticked off by what is there, never by hand. */
final readonly class FirstHourPart
{
    /**
     * @param  int  $place  in the path: 10, 20, …
     * @param  string  $name  what to do
     * @param  string  $how  how it is done, in a few words
     * @param  string  $gives  what it gives; once it is done, what it gave
     * @param  bool  $isDone  whether it is there
     * @param  ?string  $state  in a few words, where it is neither done nor to begin: "runs now"
     * @param  list<Way>  $ways  where it is done; the first is the usual one
     * @param  bool  $canBegin  whether what it needs is there
     */
    public function __construct(
        public int $place,
        public string $name,
        public string $how,
        public string $gives,
        public bool $isDone,
        public ?string $state = null,
        public array $ways = [],
        public bool $canBegin = true,
    ) {
    }
}
