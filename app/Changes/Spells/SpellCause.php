<?php

declare(strict_types=1);

namespace App\Changes\Spells;

/** Why a text is not like others for a time. */
enum SpellCause: int
{
    /** It shows other words for a time; its drafts wait until it shows its own again. */
    case Campaign = 1;

    /** It is compared with others, so nobody changes it meanwhile. */
    case Trial = 2;
}
