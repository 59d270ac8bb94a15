<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * Whether a page says of itself that there is no such page, in its title or a heading and with little else on it. Such
 * pages are treated as missing by search engines whatever their status ("soft 404").
 */
final class NotFoundText
{
    /** Words of main text beyond which a page is about something, such as an article on this very error. */
    private const MOST_WORDS = 120;

    /** What such pages say in the languages of many shops; as words of their own, so that no product's name is met. */
    private const SAID =
        '~(?<![\p{L}\p{N}])(?:'.
        '404\s+(?:error|not\s+found)|(?:the\s+|this\s+)?(?:page|product|url)\s+(?:was\s+|is\s+|could\s+)?(?:not\s+(?:be\s+)?found|does\s*(?:no|n.)t\s+exist)|no\s+such\s+page'.
        '|could\s*(?:no|n.)t\s+find\s+(?:this|that|the)\s+page'.
        '|(?:diese\s+|die\s+)?seite\s+(?:wurde\s+|konnte\s+)?(?:nicht\s+gefunden|existiert\s+nicht|gibt\s+es\s+nicht)|artikel\s+nicht\s+gefunden'.
        '|page\s+(?:introuvable|non\s+trouvée|n.existe\s+pas)|(?:esta\s+)?página\s+no\s+(?:encontrada|existe)|pagina\s+non\s+(?:trovata|esiste)|página\s+não\s+encontrada'.
        '|pagina\s+niet\s+gevonden|sidan\s+(?:hittades|finns)\s+inte|siden\s+(?:blev\s+)?ikke\s+fundet|strona\s+nie\s+(?:istnieje|została\s+znaleziona)|nie\s+znaleziono\s+strony'.
        '|stránka\s+(?:nenalezena|neexistuje)|az\s+oldal\s+nem\s+található|sayfa\s+bulunamadı|страница\s+не\s+найдена|η\s+σελίδα\s+δεν\s+βρέθηκε|ページが見つかりません|找不到页面|頁面不存在|페이지를\s+찾을\s+수\s+없습니다'.
        ')(?![\p{L}\p{N}])~iu';

    /** The bare number is a sign only where nothing else stands beside it: there are lamps of that name. */
    private const BARE = '~^\W*(?:error\s+|fehler\s+|erreur\s+)?404\W*$~iu';

    /**
     * @param  list<string>  $headings  of the first level
     * @param  int  $words  of the main text
     * @param  bool  $isProduct  whether structured data say that something is sold here
     */
    public static function isSaid(?string $title, array $headings, int $words, bool $isProduct): bool
    {
        if ($isProduct || $words > self::MOST_WORDS) {
            return false;
        }
        foreach ([...$headings, (string) $title] as $said) {
            if (preg_match(self::SAID, $said) === 1) {
                return true;
            }
            foreach (preg_split('~\s[–—|·\-]\s|:\s~u', $said) ?: [] as $part) {
                if (preg_match(self::BARE, $part) === 1) {
                    return true;
                }
            }
        }

        return false;
    }
}
