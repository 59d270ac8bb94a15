<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

use Orchard\Core\Url\PageUrl;

/**
 * The links that Link headers give (RFC 8288), as far as pages for searchers use them: canonical and alternates by
 * language.
 */
final readonly class LinkHeader
{
    /** @param  list<array{code: string, url: string}>  $hreflangs */
    private function __construct(public ?string $canonical, public array $hreflangs)
    {
    }

    /** @param  list<string>  $headers  each as it was sent; one may give several links */
    public static function of(array $headers, PageUrl $page): self
    {
        $canonical = null;
        $hreflangs = [];
        foreach ($headers as $header) {
            foreach (preg_split('/,(?=\s*<)/', $header) ?: [] as $link) {
                if (preg_match('/^\s*<([^>]*)>(.*)$/s', $link, $found) !== 1) {
                    continue;
                }
                preg_match_all('/;\s*([a-z*]+)\s*=\s*(?:"([^"]*)"|([^\s;,]+))/i', $found[2], $given, PREG_SET_ORDER);
                $parameters = [];
                foreach ($given as $one) {
                    $parameters[strtolower($one[1])] ??= ($one[2] ?? '') !== '' ? $one[2] : $one[3] ?? '';
                }
                $relations = preg_split('/\s+/', strtolower($parameters['rel'] ?? '')) ?: [];
                $target = $page->resolve($found[1])?->text() ?? $found[1];
                if (in_array('canonical', $relations, true)) {
                    $canonical ??= $target;
                }
                if (
                    in_array('alternate', $relations, true) &&
                    isset($parameters['hreflang']) &&
                    count($hreflangs) < 500
                ) {
                    $hreflangs[] = [
                        'code' => mb_substr($parameters['hreflang'], 0, 35),
                        'url' => mb_substr($target, 0, 2048),
                    ];
                }
            }
        }

        return new self($canonical, $hreflangs);
    }
}
