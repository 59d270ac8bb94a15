<?php

declare(strict_types=1);

namespace App\Write\Checks;

use Orchard\Core\Wording\TextField;

/** What a store says of the checks of one field. */
final readonly class FieldRules
{
    /**
     * @param  int  $off  bits of checks that are not made
     * @param  string  $forbidden  a word or phrase a line
     * @param  string  $required  a phrase a line
     */
    public function __construct(
        public TextField $field,
        public int $off,
        public string $forbidden,
        public string $required,
    ) {
    }
}
