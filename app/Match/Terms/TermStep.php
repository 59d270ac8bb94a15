<?php

declare(strict_types=1);

namespace App\Match\Terms;

/** Something that is done to terms, and can be taken back as one. */
final readonly class TermStep
{
    /**
     * @param  string  $label  what it is, in words
     * @param  list<int>  $pages  whose lead terms it may change
     * @param  list<TermKey>  $terms  of which it may say something
     */
    public function __construct(public string $label, public array $pages, public array $terms)
    {
    }
}
