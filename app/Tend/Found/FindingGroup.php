<?php

declare(strict_types=1);

namespace App\Tend\Found;

/** What findings are about: each has a screen and an export of its own. */
enum FindingGroup: string
{
    case Orphans = 'orphans';
    case Depth = 'depth';
    case Headings = 'headings';
    case Images = 'images';
    case Words = 'words';
    case Status = 'status';
    case Structured = 'structured';
    case Sitemaps = 'sitemaps';
    case Collections = 'collections';

    public function title(): string
    {
        return match ($this) {
            self::Orphans => 'Orphan pages',
            self::Depth => 'Depth and links',
            self::Headings => 'Headings',
            self::Images => 'Images',
            self::Words => 'Own words',
            self::Status => 'Broken links and slow pages',
            self::Structured => 'Structured data',
            self::Sitemaps => 'Sitemaps',
            self::Collections => 'Collections by the store’s standard',
        };
    }

    /** @return list<FindingType> */
    public function types(): array
    {
        return array_values(
            array_filter(FindingType::cases(), fn (FindingType $type): bool => $type->group() === $this),
        );
    }
}
