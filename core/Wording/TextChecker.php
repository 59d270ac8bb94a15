<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

use Orchard\Core\Text\Ruler;

/** Checks one shown text by itself; whether it is repeated needs the other pages and is told from outside. */
final readonly class TextChecker
{
    public function __construct(private Ruler $ruler, private TextLimits $limits)
    {
    }

    /**
     * @param  ?string  $shown  the text as a searcher gets it, with what the theme adds; null or blank
     *                          where there is none
     * @return int bits of Check
     */
    public function bits(TextField $field, ?string $shown, TextContext $context = new TextContext()): int
    {
        if ($shown === null || trim($shown) === '') {
            return Check::Missing->value & ~$context->house->off;
        }
        $lost = $this->ruler->fit($shown, $this->limits->desktopSlot($field))->lost;
        $losesValue = $field === TextField::Title && PageFit::cutValues($shown, $lost, $context->page->telling) !== [];

        return (Blemishes::bits($field, $shown, $context) |
            (Ruler::characters($shown) < $this->limits->least($field) ? Check::TooShort->value : 0) |
            ($lost !== '' ? Check::TooWide->value : 0) |
            ($losesValue ? Check::AttributeCut->value : 0)) &
            ~$context->house->off;
    }

    /** Width in pixels at the size of the field's desktop slot. */
    public function pixels(TextField $field, string $shown): float
    {
        return $this->ruler->pixels($shown, $this->limits->desktopSlot($field)->fontSize);
    }
}
