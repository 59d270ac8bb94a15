<?php

declare(strict_types=1);

namespace App\Tend\Adding;

use Orchard\Core\Terms\TermForm;

/**
 * The words of proposed links: a page's lead term, else its name, and never the same for two pages of one market, for
 * then the words would not tell search engines which of them it is.
 */
final class Anchors
{
    /** @var array<string, int> page by market and words */
    private array $taken = [];

    /** Words that links of the store carry already. */
    public function take(int $market, string $words, int $page): void
    {
        $this->taken[$market.' '.TermForm::normal($words)] ??= $page;
    }

    /** @param  list<string>  $choices  in the order of preference */
    public function for(int $market, int $page, array $choices): ?string
    {
        foreach ($choices as $words) {
            $key = $market.' '.TermForm::normal($words);
            if (trim($words) !== '' && ($this->taken[$key] ?? $page) === $page) {
                $this->taken[$key] = $page;

                return mb_substr(trim($words), 0, 190);
            }
        }

        return null;
    }
}
