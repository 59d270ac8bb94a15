<?php

declare(strict_types=1);

namespace Orchard\Core\Text;

use IntlBreakIterator;
use IntlRuleBasedBreakIterator;

/**
 * How many words a text has. Where blanks part words a pattern counts them; texts of scripts that are written without
 * blanks (Chinese, Japanese, Thai, Lao, Khmer, Burmese) are cut by ICU's word rules (UAX 29) and its dictionaries.
 */
final readonly class Words
{
    private const WORD = '/[\p{L}\p{N}][\p{L}\p{N}\p{M}\'’\-.]*/u';

    private const WITHOUT_BLANKS = '/[\p{Han}\p{Hiragana}\p{Katakana}\p{Thai}\p{Lao}\p{Khmer}\p{Myanmar}]/u';

    public static function count(string $text): int
    {
        if (preg_match(self::WITHOUT_BLANKS, $text) !== 1) {
            return (int) preg_match_all(self::WORD, $text);
        }
        $pieces = IntlBreakIterator::createWordInstance('root');
        if (! ($pieces instanceof IntlRuleBasedBreakIterator)) {
            return (int) preg_match_all(self::WORD, $text);
        }
        $pieces->setText($text);
        $count = 0;
        while ($pieces->next() !== IntlBreakIterator::DONE) {
            // Statuses below 100 are blanks and signs.
            $count += $pieces->getRuleStatus() >= IntlBreakIterator::WORD_NONE_LIMIT ? 1 : 0;
        }

        return $count;
    }
}
