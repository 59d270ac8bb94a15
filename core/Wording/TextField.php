<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

use Orchard\Core\Text\Slot;

/**
 * A text of a page that people write: what a result list shows, its main heading and the sentences below it, what is
 * shown where somebody shares it, and what its main image shows. The values are bits, so that a set of fields is one
 * number.
 */
enum TextField: int
{
    case Title = 1;
    case Description = 2;
    case H1 = 4;
    case SocialTitle = 8;
    case SocialDescription = 16;

    /** The address of the picture that is shown where somebody shares the page. */
    case SocialImage = 32;

    /** What the page's main image shows, in words. */
    case ImageAlt = 64;

    /** The sentences on top of the page, below its main heading; shops may keep them with simple markup. */
    case Intro = 128;

    /** @return list<self> those that a result list shows, which checks and the list of the desk are about */
    public static function inResults(): array
    {
        return [self::Title, self::Description];
    }

    public function isInResults(): bool
    {
        return in_array($this, self::inResults(), true);
    }

    /** By which shops, files and addresses name it. */
    public function key(): string
    {
        return match ($this) {
            self::Title => 'title',
            self::Description => 'description',
            self::H1 => 'h1',
            self::SocialTitle => 'social_title',
            self::SocialDescription => 'social_description',
            self::SocialImage => 'social_image',
            self::ImageAlt => 'image_alt',
            self::Intro => 'intro',
        };
    }

    /** @return list<string> */
    public static function keys(): array
    {
        return array_map(static fn (self $field): string => $field->key(), self::cases());
    }

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $field) {
            if ($field->key() === $key) {
                return $field;
            }
        }

        return null;
    }

    public function label(): string
    {
        return match ($this) {
            self::Title => 'Title',
            self::Description => 'Description',
            self::H1 => 'H1',
            self::SocialTitle => 'Social title',
            self::SocialDescription => 'Social description',
            self::SocialImage => 'Social image',
            self::ImageAlt => 'Image alt',
            self::Intro => 'Intro',
        };
    }

    /** As it stands behind a number of them. */
    public function plural(int $count): string
    {
        return $count === 1 ? $this->words() : $this->words().'s';
    }

    /** As it stands within a sentence. */
    public function words(): string
    {
        return $this === self::H1 ? 'H1' : strtolower($this->label());
    }

    /** Whether it is about the page, and not about a picture on it. */
    public function isAboutPage(): bool
    {
        return $this !== self::SocialImage && $this !== self::ImageAlt;
    }

    /** Whether it is a line that names the page, rather than sentences about it. */
    public function isTitle(): bool
    {
        return in_array($this, [self::Title, self::H1, self::SocialTitle], true);
    }

    public function desktopSlot(): Slot
    {
        return match ($this) {
            self::Title => Slot::desktopTitle(),
            self::Description => Slot::desktopDescription(),
            // No result list cuts these; they are only not to be endless.
            self::H1 => new Slot(20, 1400, 1),
            self::SocialTitle => new Slot(16, 500, 2),
            self::SocialDescription => new Slot(14, 500, 3),
            self::SocialImage => new Slot(14, 4000, 1),
            self::ImageAlt => new Slot(14, 900, 1),
            self::Intro => new Slot(14, 700, 6),
        };
    }

    public function phoneSlot(): Slot
    {
        return match ($this) {
            self::Title => Slot::phoneTitle(),
            self::Description => Slot::phoneDescription(),
            default => $this->desktopSlot(),
        };
    }

    /** Whether it may have several lines. */
    public function hasLines(): bool
    {
        return $this === self::Intro;
    }

    /** A text as it is kept: single spaces, none at the ends of lines; one line, unless it may have several. */
    public function tidy(string $text): string
    {
        $text = mb_scrub($text);
        if (! $this->hasLines()) {
            return trim((string) preg_replace('/\s+/u', ' ', $text));
        }
        $lines = (string) preg_replace('/[^\S\n]+/u', ' ', str_replace(["\r\n", "\r"], "\n", $text));

        return trim((string) preg_replace(['/ ?\n ?/', '/\n{3,}/'], ["\n", "\n\n"], $lines));
    }

    /** Longest text that is taken at all, in characters; far beyond what any result list shows. */
    public function longest(): int
    {
        return match (true) {
            $this->isTitle() => 400,
            $this === self::Intro => 5000,
            default => 1000,
        };
    }
}
