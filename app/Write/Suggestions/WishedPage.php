<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

/** A page of a wish, in its order. */
final readonly class WishedPage
{
    /**
     * @param  ?string  $note  why nothing came
     */
    public function __construct(public int $resourceId, public int $place, public ?string $note)
    {
    }
}
