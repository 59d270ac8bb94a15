<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

use Orchard\Core\Text\Ruler;

/** Shortens a text at a word until it is whole in a result list, with what the theme adds. */
final readonly class Fit implements TextChange
{
    /** What may not end a text: joints, and words that want another behind them. */
    private const LOOSE =
        '~[\s,;:|–—&/+(\-]+$|\s(?:and|or|with|in|for|of|by|the|a|an|to|from|und|oder|mit|für|von|der|die|das|'.
        'et|ou|avec|pour|de|du|la|le|les|y|o|con|para|en)$~ui';

    public function __construct(private Ruler $ruler)
    {
    }

    /** A single word that is too wide stays: there is no word to cut at. */
    public function apply(PageText $page): string
    {
        $text = $page->text;
        while ($this->ruler->fit($text.$page->suffix, $page->slot)->isCut()) {
            $at = mb_strrpos(rtrim($text), ' ');
            if ($at === false) {
                return $page->text;
            }
            $text = mb_substr($text, 0, $at);
            do {
                $before = $text;
                $text = (string) preg_replace(self::LOOSE, '', $text);
            } while ($text !== $before);
        }

        return $text;
    }
}
