<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

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
            self::Writing => ['redirect' => 'redirect to the right writing', 'canonical' => 'name the right writing as canonical', 'leave' => 'keep apart'],
            self::Tracking => ['canonical' => 'name the page without it', 'leave' => 'keep apart'],
            self::Parameter => ['canonical' => 'fold into the page without it', 'leave' => 'keep apart'],
            self::Variant => ['canonical' => 'fold into the product', 'leave' => 'keep apart', 'demand' => 'keep apart only what is searched for by itself'],
            self::Print => ['canonical' => 'fold into the page itself', 'noindex' => 'keep out of search', 'leave' => 'keep apart'],
            self::Path => ['canonical' => 'name the keeper as canonical', 'redirect' => 'redirect to the keeper', 'leave' => 'keep apart'],
            self::Copies => ['rewrite' => 'write a text of its own', 'redirect' => 'redirect to the first', 'canonical' => 'name the first as canonical', 'leave' => 'keep apart'],
            self::Text => ['rewrite' => 'write a text of its own, or decide one by one', 'redirect' => 'redirect to the keeper', 'canonical' => 'name the keeper as canonical', 'leave' => 'keep apart'],
            self::Moved => ['leave' => 'leave the redirects', 'redirect' => 'shorten them to one hop'],
            self::Narrow => ['canonical' => 'fold into the wider list', 'noindex' => 'keep out of search, then bar', 'promote' => 'let those with demand stand by themselves', 'leave' => 'keep apart'],
            self::Paging => ['canonical' => 'each part names itself', 'leave' => 'leave as it is'],
            self::Declared => ['canonical' => 'declare what is right', 'leave' => 'leave as it is'],
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Writing => 'Other writings of an address', self::Tracking => 'Parameters that track', self::Parameter => 'Parameters that change nothing or the order', self::Variant => 'Variants of a product', self::Print => 'Printer versions', self::Path => 'One product at several paths',
            self::Copies => 'Copies that someone made', self::Text => 'The same text at addresses of their own', self::Moved => 'Addresses that redirect', self::Narrow => 'Lists narrowed by a filter', self::Paging => 'Later parts of lists', self::Declared => 'Canonicals that are wrong by themselves',
        };
    }

    /** The sort of a cause that core\Duplicates\AddressForm names. */
    public static function of(string $cause, bool $isVariant): self
    {
        return match (true) {
            $cause === 'tracking' => self::Tracking,
            str_starts_with($cause, 'parameter ') => $isVariant ? self::Variant : self::Parameter,
            $cause === 'print' => self::Print,
            str_starts_with($cause, 'path ') => self::Path,
            str_starts_with($cause, 'copies ') => self::Copies,
            str_starts_with($cause, 'same text ') => self::Text,
            default => self::Writing,
        };
    }
}
