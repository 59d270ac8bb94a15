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
    /** @return array<int, string> by TextField; empty where the page has none */
    public static function of(ShownPage $page): array
    {
        $details = $page->details;
        $social = (array) ($details['social'] ?? []);
        $headings = (array) json_decode($page->h1s ?? '[]', true);
        $image = MainImage::of(
            KeptDetails::images($details),
            $social,
            array_values((array) ($details['structured'] ?? [])),
            // Headings and titles change with what is written; the address stays.
            [
                str_replace(['-', '_'], ' ', basename(rawurldecode((string) parse_url($page->url, PHP_URL_PATH)))),
                is_string($headings[0] ?? null) ? $headings[0] : '',
                (string) $page->title,
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
            TextField::Title->value => (string) $page->title,
            TextField::Description->value => (string) $page->description,
            TextField::H1->value => is_string($headings[0] ?? null) ? trim($headings[0]) : '',
            TextField::SocialTitle->value => $of('og:title', 'twitter:title'),
            TextField::SocialDescription->value => $of('og:description', 'twitter:description'),
            TextField::SocialImage->value => $of('og:image', 'og:image:url', 'twitter:image'),
            TextField::ImageAlt->value => trim((string) ($image['alt'] ?? '')),
            // Where the shop's own intro stands on the page, that is the one, whatever stands above it.
            TextField::Intro->value => $page->kept !== '' && ShownText::holds($page->text, $page->kept)
                    ? ShownText::words($page->kept)
                    : Intro::of($page->text, array_values(array_filter($headings, is_string(...)))),
        ];
    }
}
