<?php

declare(strict_types=1);

namespace App\Catalogue;

use Orchard\Core\Wording\TextField;

/** The texts that people write, as a page shows them. */
final class PageTexts
{
    /**
     * @param  ?string  $h1s  JSON list of its main headings
     * @param  array<array-key, mixed>  $social  content by property, such as og:title
     * @return array<int, string> by TextField; empty where the page has none
     */
    public static function of(?string $title, ?string $description, ?string $h1s, array $social): array
    {
        $headings = (array) json_decode($h1s ?? '[]', true);
        $of = static fn (string ...$names): string => trim(
            (string) current(
                array_filter(
                    array_map(static fn (string $name): mixed => $social[$name] ?? '', $names),
                    static fn (mixed $text): bool => is_string($text) && trim($text) !== '',
                ),
            ),
        );

        return [
            TextField::Title->value => (string) $title,
            TextField::Description->value => (string) $description,
            TextField::H1->value => is_string($headings[0] ?? null) ? trim($headings[0]) : '',
            TextField::SocialTitle->value => $of('og:title', 'twitter:title'),
            TextField::SocialDescription->value => $of('og:description', 'twitter:description'),
            TextField::SocialImage->value => $of('og:image', 'og:image:url', 'twitter:image'),
        ];
    }
}
