<?php

declare(strict_types=1);

namespace App\Changes;

/** How a text came to be. Texts written by hand are never overwritten by a recipe. */
enum Origin: string
{
    case Shop = 'shop';
    case Hand = 'hand';
    case Import = 'import';
    case Recipe = 'recipe';

    /** Written by a wording source, and taken by a person. */
    case Suggested = 'suggested';
}
