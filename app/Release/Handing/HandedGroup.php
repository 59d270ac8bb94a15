<?php

declare(strict_types=1);

namespace App\Release\Handing;

/** What somebody is asked to do: one change of a template, or one change of a page. */
final readonly class HandedGroup
{
    /**
     * @param  string  $field  canonical, robots, redirect, slug
     * @param  string  $words  what to do, in a sentence
     * @param  list<array{url: string, value: string, isDone: bool}>  $examples
     * @param  int  $count  addresses that it is about
     * @param  int  $done  of them that were seen live
     */
    public function __construct(
        public string $field,
        public string $words,
        public array $examples,
        public int $count,
        public int $done,
        public bool $isTemplate,
    ) {
    }
}
