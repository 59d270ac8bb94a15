<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use Orchard\Core\Wording\LeadTerm;

/** Where a page's lead term stands; inflected forms count. */
final readonly class Placement
{
    /** Characters of a description within which a term stands near its start. */
    private const START = 60;

    /** Words of a text that are its beginning. */
    private const INTRO = 60;

    /** Places from which on a term that stands in all of them is stuffed. */
    private const ALL = 8;

    /**
     * @param  array<string, ?bool>  $places  by place: title, heading, description, beginning, text, slug, images,
     * links;
     *                                        null where the page has none
     * @param  bool  $isEarly  whether it stands in the first half of the title
     */
    private function __construct(public array $places, public bool $isEarly)
    {
    }

    /**
     * @param  ?string  $text  main text of the page; null where it is not known
     * @param  ?list<string>  $images  alternative texts of its images
     * @param  list<string>  $links  what links to it say
     */
    public static function of(
        string $term,
        string $title,
        string $heading,
        string $description,
        string $slug,
        ?string $text,
        ?array $images,
        array $links,
    ): self {
        $in = static fn (?string $where): ?bool => $where === null || trim($where) === ''
            ? null
            : LeadTerm::standsIn($where, $term);
        $any = static function (?array $texts) use ($term): ?bool {
            $some = array_filter($texts ?? [], static fn (string $one): bool => trim($one) !== '');

            return $some === []
                ? null
                : array_filter($some, static fn (string $one): bool => LeadTerm::standsIn($one, $term)) !== [];
        };
        $words =
            $text === null
                ? null
                : implode(' ', array_slice((array) preg_split('/\s+/u', trim($text)), 0, self::INTRO));

        return new self(
            [
                'title' => $in($title),
                'heading' => $in($heading),
                'description' => $in(mb_substr($description, 0, self::START)),
                'beginning' => $in($words),
                'text' => $in($text),
                'slug' => $in(str_replace(['-', '_', '/'], ' ', $slug)),
                'images' => $any($images),
                'links' => $any($links),
            ],
            $title !== '' && LeadTerm::isEarly($title, $term),
        );
    }

    /** Everywhere at once reads as written for machines. */
    public function isStuffed(): bool
    {
        return count(array_filter($this->places)) >= self::ALL;
    }

    /** @return list<string> places where it should stand, and does not: title, heading, description, beginning */
    public function lacking(): array
    {
        return array_values(
            array_filter(
                ['title', 'heading', 'description', 'beginning'],
                fn (string $place): bool => $this->places[$place] === false,
            ),
        );
    }
}
