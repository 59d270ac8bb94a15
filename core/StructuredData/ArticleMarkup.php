<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/** Makes an article's structured data from what its page shows; who wrote it, and when, is not known and left out. */
final class ArticleMarkup
{
    /**
     * @param  list<string>  $images  absolute addresses
     * @param  string  $language  BCP 47
     * @return array<string, mixed> a node of JSON-LD in which StructuredJudge finds nothing wrong; without a headline
     * there is none
     */
    public static function of(
        string $url,
        string $headline,
        string $description,
        array $images,
        string $language,
        string $publisher,
    ): array {
        return $headline === ''
            ? []
            : array_filter(
                [
                    '@context' => 'https://schema.org',
                    '@type' => 'Article',
                    'headline' => $headline,
                    'description' => $description,
                    'image' => $images,
                    'inLanguage' => $language,
                    'mainEntityOfPage' => $url,
                    'publisher' => $publisher === '' ? null : ['@type' => 'Organization', 'name' => $publisher],
                ],
                static fn (mixed $value): bool => $value !== null && $value !== '' && $value !== [],
            );
    }
}
