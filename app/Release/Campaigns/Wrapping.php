<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

use Orchard\Core\Wording\TextField;

/** Words that a campaign puts in front of, or behind, what pages show. */
final readonly class Wrapping
{
    /**
     * @param  bool  $alsoCut  whether also where the text would be cut off then
     */
    public function __construct(
        public TextField $field,
        public string $front,
        public string $behind,
        public bool $alsoCut,
    ) {
    }
}
