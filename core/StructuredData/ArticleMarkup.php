<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/** Makes an article's structured data from what its page shows; who wrote it, and when, is not known and left out. */
final readonly class ArticleMarkup
{
    /**
     * @param  list<string>  $images  absolute addresses
     * @param  string  $language  BCP 47
     * @param  string  $publisher  its name, '' where it is not known
     */
    public function __construct(
        private string $url,
        private string $headline,
        private string $description,
        private array $images,
        private string $language,
        private string $publisher,
    ) {
    }

    /**
     * @return array<string, mixed> a node of JSON-LD in which StructuredJudge finds nothing wrong; without a headline
     *     there is none
     */
    public function node(): array
    {
        return $this->headline === ''
            ? []
            : array_filter(
                [
                    '@context' => 'https://schema.org',
                    '@type' => 'Article',
                    'headline' => $this->headline,
                    'description' => $this->description,
                    'image' => $this->images,
                    'inLanguage' => $this->language,
                    'mainEntityOfPage' => $this->url,
                    'publisher' => $this->publisher === '' ? null : self::organization($this->publisher),
                ],
                static fn (mixed $value): bool => $value !== null && $value !== '' && $value !== [],
            );
    }

    /** @return array{'@type': string, name: string} */
    private static function organization(string $name): array
    {
        return ['@type' => 'Organization', 'name' => $name];
    }
}
