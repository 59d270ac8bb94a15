<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

/** Takes off what nobody wants to read: repeated marks, marks at the ends, left-over entities, signs that shout. */
final readonly class Tidy implements TextChange
{
    public function apply(PageText $page): string
    {
        $text = html_entity_decode($page->text, ENT_QUOTES | ENT_HTML5, 'UTF-8');
        $text = (string) preg_replace('~[\x{2600}-\x{27BF}\x{1F000}-\x{1FAFF}\x{FE0F}\x{200D}]+~u', '', $text);
        $text = (string) preg_replace('~([!?,;:|])\s*\1+~u', '$1', $text);
        $text = (string) preg_replace('~\s+([,;:!?.])(?=\s|$)~u', '$1', $text);
        $text = (string) preg_replace('~^[\s,;:|–—\-]+|[\s,;:|–—\-]+$~u', '', $text);

        return trim((string) preg_replace('~\s+~u', ' ', $text));
    }
}
