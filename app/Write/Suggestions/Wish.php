<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use Orchard\Core\Wording\Suggestions\Style;
use Orchard\Core\Wording\Suggestions\Tone;
use Orchard\Core\Wording\TextField;

/** What somebody wants suggested: a field, the facts it may be made of, and what it is to be like. */
final readonly class Wish
{
    /** Alternatives that are shown for a text. */
    public const SHOWN = 3;

    /** Asked for more, since some are left out: too wide, alike, or against the store's rules. */
    public const ASKED = 6;

    /** @param  list<string>  $facts  names of those that are sent */
    public function __construct(public TextField $field, public Style $style, public array $facts)
    {
    }

    /**
     * As columns() gave it.
     *
     * @param  string  $style  JSON
     * @param  string  $facts  JSON
     */
    public static function kept(TextField $field, string $style, string $facts): self
    {
        $style = (array) json_decode($style, true);
        $words = static fn (mixed $given): array => array_values(array_filter((array) $given, is_string(...)));

        return new self(
            $field,
            new Style(
                Tone::tryFrom(is_string($style['tone'] ?? null) ? $style['tone'] : '') ?? Tone::Plain,
                (bool) ($style['short'] ?? false),
                $words($style['use'] ?? []),
                $words($style['avoid'] ?? []),
            ),
            $words(json_decode($facts, true)),
        );
    }

    /** @return array{field: int, style: string, facts: string} as it is kept */
    public function columns(): array
    {
        return [
            'field' => $this->field->value,
            'style' => json_encode(
                [
                    'tone' => $this->style->tone->value,
                    'short' => $this->style->isShort,
                    'use' => $this->style->use,
                    'avoid' => $this->style->avoid,
                ],
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
            ),
            'facts' => json_encode($this->facts, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
        ];
    }
}
