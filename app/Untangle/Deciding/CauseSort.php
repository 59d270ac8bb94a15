<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use Orchard\Core\Duplicates\CauseType;

/** Sorts of causes: habits of shops by which one page comes to have many addresses. */
enum CauseSort: string
{
    case Writing = 'writing';
    case Tracking = 'tracking';
    case Parameter = 'parameter';
    case Variant = 'variant';
    case Print = 'print';
    case Path = 'path';
    case Copies = 'copies';
    case Text = 'text';
    case Moved = 'moved';
    case Narrow = 'narrow';
    case Paging = 'paging';
    case Declared = 'declared';

    /**
     * What the owner may choose for all of a sort, the default first.
     *
     * @return array<string, string> words by choice
     */
    public function choices(): array
    {
        return match ($this) {
            self::Writing => [
                'redirect' => 'Redirect to the right spelling',
                'canonical' => 'Canonical to the right spelling',
                'leave' => 'Leave as is',
            ],
            self::Tracking => ['canonical' => 'Canonical to the URL without it', 'leave' => 'Leave as is'],
            self::Parameter => ['canonical' => 'Canonical to the URL without it', 'leave' => 'Leave as is'],
            self::Variant => [
                'canonical' => 'Canonical to the product',
                'leave' => 'Keep all variants indexable',
                'demand' => 'Keep only variants with search demand of their own',
            ],
            self::Print => [
                'canonical' => 'Canonical to the page itself',
                'noindex' => 'Set noindex',
                'leave' => 'Leave as is',
            ],
            self::Path => [
                'canonical' => 'Canonical to the keeper',
                'redirect' => 'Redirect to the keeper',
                'leave' => 'Leave as is',
            ],
            self::Copies => [
                'rewrite' => 'Write unique texts',
                'redirect' => 'Redirect to the first',
                'canonical' => 'Canonical to the first',
                'leave' => 'Leave as is',
            ],
            self::Text => [
                'rewrite' => 'Write unique texts, or decide one by one',
                'redirect' => 'Redirect to the keeper',
                'canonical' => 'Canonical to the keeper',
                'leave' => 'Leave as is',
            ],
            self::Moved => ['leave' => 'Leave the redirects', 'redirect' => 'Shorten them to one hop'],
            self::Narrow => [
                'canonical' => 'Canonical to the unfiltered list',
                'noindex' => 'Set noindex, then block in robots.txt',
                'promote' => 'Keep filters with search demand indexable',
                'leave' => 'Leave as is',
            ],
            self::Paging => ['canonical' => 'Self-canonical on each page', 'leave' => 'Leave as is'],
            self::Declared => ['canonical' => 'Set the right canonical', 'leave' => 'Leave as is'],
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Writing => 'Spellings of one URL',
            self::Tracking => 'Tracking parameters',
            self::Parameter => 'Parameters that change nothing or the order',
            self::Variant => 'Product variants',
            self::Print => 'Print versions',
            self::Path => 'One product at several paths',
            self::Copies => 'Copied products',
            self::Text => 'Duplicate content at unrelated URLs',
            self::Moved => 'Redirects',
            self::Narrow => 'Filtered lists',
            self::Paging => 'Pagination',
            self::Declared => 'Wrong canonicals',
        };
    }

    /** The sort of a cause that core\Duplicates\AddressForm names. */
    public static function of(CauseType $type, bool $isVariant): self
    {
        return match ($type) {
            CauseType::Tracking => self::Tracking,
            CauseType::Parameter => $isVariant ? self::Variant : self::Parameter,
            CauseType::Print => self::Print,
            CauseType::Path => self::Path,
            CauseType::Copies => self::Copies,
            CauseType::Text => self::Text,
            CauseType::Redirects => self::Moved,
            CauseType::Narrows => self::Narrow,
            CauseType::Paging => self::Paging,
            CauseType::Declared => self::Declared,
            default => self::Writing,
        };
    }
}
