<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Inventory\KeptDetails;
use Orchard\Core\Markup\Intro;
use Orchard\Core\Markup\MainImage;
use Orchard\Core\Wording\ShownText;
use Orchard\Core\Wording\TextField;

/** The texts that people write, as a page shows them. */
final class PageTexts
{
    /**
     * @param  string  $url  of the page
     * @param  ?string  $h1s  JSON list of its main headings
     * @param  array<array-key, mixed>  $details  of the page, as PageDetails has them: social, images, structured
     * @param  string  $text  of its main part, line by line
     * @param  string  $kept  what the shop keeps as its intro; '' where that is not known
     * @return array<int, string> by TextField; empty where the page has none
     */
    public static function of(
        string $url,
        ?string $title,
        ?string $description,
        ?string $h1s,
        array $details,
        string $text,
        string $kept = '',
    ): array {
        $social = (array) ($details['social'] ?? []);
        $headings = (array) json_decode($h1s ?? '[]', true);
        $image = MainImage::of(
            KeptDetails::images($details),
            $social,
            array_values((array) ($details['structured'] ?? [])),
            // Headings and titles change with what is written; the address stays.
            [
                str_replace(['-', '_'], ' ', basename(rawurldecode((string) parse_url($url, PHP_URL_PATH)))),
                is_string($headings[0] ?? null) ? $headings[0] : '',
                (string) $title,
            ],
        );
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
            TextField::ImageAlt->value => trim((string) ($image['alt'] ?? '')),
            // Where the shop's own intro stands on the page, that is the one, whatever stands above it.
            TextField::Intro->value => $kept !== '' && ShownText::holds($text, $kept)
                    ? ShownText::words($kept)
                    : Intro::of($text, array_values(array_filter($headings, is_string(...)))),
        ];
    }
}
