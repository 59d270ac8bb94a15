<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

/** Puts the brand at the end of a text, or takes it off its ends. */
final readonly class Brand implements TextChange
{
    private const SEPARATOR = '\s*[|–—\-·•:,»/]+\s*';

    public function __construct(private bool $isOn, private string $separator = ' – ')
    {
    }

    public function apply(PageText $page): string
    {
        if ($page->brand === '') {
            return $page->text;
        }
        $brand = preg_quote($page->brand, '~');
        if ($this->isOn) {
            // A brand that stands anywhere, or that the theme adds, is not put there twice.
            return $page->text === '' ||
                preg_match("~(?<![\\p{L}\\p{N}])$brand(?![\\p{L}\\p{N}])~ui", $page->text.' '.$page->suffix) === 1
                ? $page->text
                : $page->text.$this->separator.$page->brand;
        }
        $text = (string) preg_replace('~'.self::SEPARATOR."$brand\\s*$~ui", '', $page->text);
        $text = (string) preg_replace("~^\\s*$brand".self::SEPARATOR.'~ui', '', $text);

        return $text;
    }
}
