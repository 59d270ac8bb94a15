<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

/**
 * Takes another text of the page in its place: its name, its H1, its other field, its lead term, what the shop holds.
 */
final readonly class TakeFrom implements TextChange
{
    public const SOURCES = ['name', 'h1', 'title', 'description', 'lead', 'shop', 'nothing'];

    public function __construct(private string $source)
    {
    }

    /** Where the page lacks the other text, its own stays; "nothing" empties it. */
    public function apply(PageText $page): string
    {
        if ($this->source === 'nothing') {
            return '';
        }
        $other = trim($page->others[$this->source] ?? '');

        return $other === '' ? $page->text : $other;
    }
}
