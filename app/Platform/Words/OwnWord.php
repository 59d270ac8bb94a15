<?php

declare(strict_types=1);

namespace App\Platform\Words;

/** Words that are ours and not the trade's. Each is a word that can be pressed where a person meets it first. */
enum OwnWord: string
{
    case Upside = 'upside';
    case Withheld = 'withheld';
    case Worklist = 'worklist';
    case Recipe = 'recipe';
    case Tangle = 'tangle';
    case Keeper = 'keeper';
    case Release = 'release';
    case LiveCheck = 'live check';

    public function meaning(): string
    {
        return match ($this) {
            self::Upside => 'What a page could bring in 28 days beyond what it brings: from a title and description that are clicked as often as others at '.
                'the same position, and from better positions. Press a page to see how it adds up.',
            self::Withheld => 'Clicks and impressions that the page has by its own figures, but that no query row explains. Search engines leave out queries '.
                'that few people ask.',
            self::Worklist => 'The pages of one person or week, in the order in which they are worked on. What is written, released and seen live is '.
                'ticked off by itself.',
            self::Recipe => 'Writes a text for each page from its facts: name, price, collection and so on. It never overwrites a text that a person wrote.',
            self::Tangle => 'A set of URLs that show the same content. One of them stays; the others get its canonical or redirect to it.',
            self::Keeper => 'The URL of a set of duplicates that stays in search: the others name it as their canonical.',
            self::Release => 'Changes that are sent to the shop together. Each is looked at on the live page afterwards, and can be taken back.',
            self::LiveCheck => 'After sending, each changed page is fetched as a visitor would and compared with what was sent.',
        };
    }
}
