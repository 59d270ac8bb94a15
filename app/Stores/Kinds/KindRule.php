<?php

declare(strict_types=1);

namespace App\Stores\Kinds;

use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;

/** One of the owner's rules that tell what kind a page is. */
final readonly class KindRule
{
    public const SUBJECTS = [
        'path' => 'the path',
        'query' => 'the query',
        'resource' => 'the shop’s own kind',
        'type' => 'a structured type',
    ];

    public const TESTS = ['is' => 'is', 'begins' => 'begins with', 'contains' => 'contains', 'ends' => 'ends with'];

    /** @throws InvalidArgumentException with a sentence for people */
    public function __construct(
        public string $subject,
        public string $test,
        public string $value,
        public PageKind $kind,
    ) {
        if (! isset(self::SUBJECTS[$subject], self::TESTS[$test]) || strlen($value) > 255) {
            throw new InvalidArgumentException("A rule cannot ask whether $subject $test \"$value\".");
        }
    }

    /**
     * @param  ?PageKind  $resourceKind  kind of the shop's resource that shows under this URL
     * @param  list<string>  $types  structured types found on the page
     */
    public function fits(PageUrl $url, ?PageKind $resourceKind, array $types): bool
    {
        return match ($this->subject) {
            'path' => $this->holds($url->path),
            'query' => $this->holds($url->query ?? ''),
            'resource' => $resourceKind !== null && $this->holds($resourceKind->key()),
            default => array_filter($types, $this->holds(...)) !== [],
        };
    }

    private function holds(string $text): bool
    {
        $text = mb_strtolower($text);
        $value = mb_strtolower($this->value);

        return match ($this->test) {
            'is' => $text === $value,
            'begins' => str_starts_with($text, $value),
            'contains' => str_contains($text, $value),
            default => str_ends_with($text, $value),
        };
    }
}
