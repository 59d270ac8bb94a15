<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * What one HTML page says of itself.
 *
 * Title, description, robots and canonicals count only where the HTML Standard puts them in the head; what landed in
 * the body is counted in $strays, by name. Texts have their entities decoded and white space collapsed.
 */
final readonly class PageFacts
{
    /**
     * @param  ?string  $title  null where the page has no title element
     * @param  ?string  $description  null where no meta description stands in the head
     * @param  list<string>  $robots  contents of robots meta elements in the head; what is said to a single crawler as
     *     "name: content", behind
     * @param  list<string>  $canonicals  as declared in the head, resolved where that is possible, else as written
     * @param  list<string>  $h1s
     * @param  int  $words  words of the text outside navigation, header and footer
     * @param  list<string>  $types  schema.org types from JSON-LD, and "og:" followed by the Open Graph type
     * @param  list<Link>  $links  in the order of the page; only http and https
     * @param  array<string, int>  $strays  what stood in the body and counts as absent
     * @param  ?PageDetails  $details  what is kept of the newest fetch alone
     * @param  ?string  $refresh  where visitors are sent on at once
     */
    public function __construct(
        public ?string $title,
        public ?string $description,
        public array $robots,
        public array $canonicals,
        public array $h1s,
        public int $words,
        public ?string $language,
        public array $types,
        public array $links,
        public array $strays,
        public ?PageDetails $details = null,
        public ?string $refresh = null,
    ) {
    }

    /** 16 bytes that change when any fact but the links and the details does. */
    public function digest(): string
    {
        return md5(
            serialize([
                $this->title,
                $this->description,
                $this->robots,
                $this->canonicals,
                $this->h1s,
                $this->words,
                $this->language,
                $this->types,
                $this->strays,
                $this->refresh,
            ]),
            true,
        );
    }
}
