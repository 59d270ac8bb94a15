<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

use Orchard\Core\Text\Slot;

/** A market's limits for shown texts. */
final readonly class TextLimits
{
    /**
     * @param  float  $titleWidth  pixels of the desktop title line, 200 to 2000
     * @param  float  $titleAim  pixels to aim for, not above $titleWidth
     * @param  int  $titleLeast  characters under which a title is too short
     * @param  float  $descriptionWidth  pixels of one of the two desktop description lines, 200 to 2000
     * @param  int  $descriptionLeast  characters under which a description is too short
     */
    public function __construct(
        public float $titleWidth = 600,
        public float $titleAim = 580,
        public int $titleLeast = 30,
        public float $descriptionWidth = 600,
        public int $descriptionLeast = 70,
    ) {
    }

    /** @param  array<string, mixed>  $given as stored with a market; what is absent keeps its default */
    public static function fromArray(array $given): self
    {
        $default = new self();
        $number = static fn (string $key, float $fallback): float => is_numeric($given[$key] ?? null)
            ? (float) $given[$key]
            : $fallback;
        $width = max(200, min(2000, $number('title_width', $default->titleWidth)));

        return new self(
            $width,
            min($width, $number('title_aim', $default->titleAim)),
            (int) max(0, min(300, $number('title_least', $default->titleLeast))),
            max(200, min(2000, $number('description_width', $default->descriptionWidth))),
            (int) max(0, min(900, $number('description_least', $default->descriptionLeast))),
        );
    }

    /** @return array<string, int|float> */
    public function toArray(): array
    {
        return [
            'title_width' => $this->titleWidth,
            'title_aim' => $this->titleAim,
            'title_least' => $this->titleLeast,
            'description_width' => $this->descriptionWidth,
            'description_least' => $this->descriptionLeast,
        ];
    }

    public function desktopSlot(TextField $field): Slot
    {
        return match ($field) {
            TextField::Title => Slot::desktopTitle($this->titleWidth),
            TextField::Description => Slot::desktopDescription($this->descriptionWidth),
            default => $field->desktopSlot(),
        };
    }

    public function least(TextField $field): int
    {
        return match ($field) {
            TextField::Title => $this->titleLeast,
            TextField::Description => $this->descriptionLeast,
            default => 0,
        };
    }
}
