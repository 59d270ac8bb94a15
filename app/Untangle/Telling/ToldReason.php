<?php

declare(strict_types=1);

namespace App\Untangle\Telling;

use App\Changes\AddressField;

/** Why search engines should hear of an address: what of it has changed. */
enum ToldReason: string
{
    case AsBefore = 'as-before';
    case Gone = 'gone';
    case Redirects = 'redirects';
    case KeptOut = 'kept-out';
    case Listed = 'listed';
    case Moved = 'moved';
    case AddedTo = 'added-to';
    case Canonical = 'canonical';

    /** @param  string  $value  that the field of an address has now */
    public static function of(AddressField $field, string $value): self
    {
        return match (true) {
            $value === '' => self::AsBefore,
            $field === AddressField::Redirect => $value === 'gone' ? self::Gone : self::Redirects,
            $field === AddressField::Robots => str_contains($value, 'noindex') ? self::KeptOut : self::Listed,
            $field === AddressField::Slug => self::Moved,
            ! $field->decidesAddress() => self::AddedTo,
            default => self::Canonical,
        };
    }

    /** @return list<self> what a field may have been told for */
    public static function ofField(AddressField $field): array
    {
        return match (true) {
            $field === AddressField::Redirect => [self::AsBefore, self::Gone, self::Redirects],
            $field === AddressField::Robots => [self::AsBefore, self::KeptOut, self::Listed],
            default => [self::AsBefore, self::of($field, 'any')],
        };
    }

    /** What search engines should do: fetch the address again, or take it out. */
    public function purpose(): string
    {
        return $this === self::Gone || $this === self::KeptOut ? 'remove' : 'crawl';
    }

    public function words(): string
    {
        return match ($this) {
            self::AsBefore => 'it is as it was before',
            self::Gone => 'it is gone',
            self::Redirects => 'it redirects now',
            self::KeptOut => 'it is kept out of search',
            self::Listed => 'it may be listed again',
            self::Moved => 'it has moved',
            self::AddedTo => 'it has been added to',
            self::Canonical => 'its canonical has changed',
        };
    }
}
