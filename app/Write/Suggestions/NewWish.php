<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

/** Texts that are wished for, from a source, for pages. */
final readonly class NewWish
{
    /**
     * @param  list<int>  $resources
     * @param  string  $scope  which pages they are, in words
     */
    public function __construct(
        public Wish $wish,
        public Source $source,
        public array $resources,
        public string $scope,
    ) {
    }
}
