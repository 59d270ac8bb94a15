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

    public static function of(string $term, PagePlaces $page): self
    {
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
            $page->text === null
                ? null
                : implode(' ', array_slice((array) preg_split('/\s+/u', trim($page->text)), 0, self::INTRO));

        return new self(
            [
                'title' => $in($page->title),
                'heading' => $in($page->heading),
                'description' => $in(mb_substr($page->description, 0, self::START)),
                'beginning' => $in($words),
                'text' => $in($page->text),
                'slug' => $in(str_replace(['-', '_', '/'], ' ', $page->slug)),
                'images' => $any($page->images),
                'links' => $any($page->links),
            ],
            $page->title !== '' && LeadTerm::isEarly($page->title, $term),
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
