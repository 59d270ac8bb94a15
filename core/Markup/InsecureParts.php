<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

use Closure;
use Orchard\Core\Url\PageUrl;

/**
 * What a page at an https address loads or sends over http, images in img elements aside: browsers block scripts,
 * styles, frames, fonts and objects, fetch media anew over https, and warn of forms (W3C Mixed Content, sections 3 and
 * 4). A page that asks for upgraded requests (W3C Upgrade Insecure Requests) loads nothing so.
 */
final class InsecureParts
{
    /** Parts that are kept of one page. */
    private const MOST = 50;

    /** What a link element has browsers load, by its rel. */
    private const LOADING = [
        'stylesheet',
        'icon',
        'preload',
        'modulepreload',
        'prefetch',
        'manifest',
        'apple-touch-icon',
    ];

    /** Attributes that have something loaded, or sent, by element. */
    private const PLACES = [
        'script' => ['src'],
        'link' => ['href'],
        'iframe' => ['src'],
        'frame' => ['src'],
        'embed' => ['src'],
        'object' => ['data'],
        'audio' => ['src'],
        'video' => ['src', 'poster'],
        'source' => ['src'],
        'track' => ['src'],
        'input' => ['src'],
        'form' => ['action'],
    ];

    /**
     * @param  string  $html  in UTF-8
     * @param  PageUrl  $base  against which addresses resolve: the page's own, or that of its base element
     * @return list<array{what: string, url: string}> what: script, style, frame, media, object, file or form
     */
    public static function of(string $html, PageUrl $page, PageUrl $base): array
    {
        if ($page->scheme !== 'https' || stripos($html, 'http://') === false) {
            return [];
        }
        // What stands in comments is loaded by no browser, nor what scripts and templates hold.
        $html = (string) preg_replace(
            [
                '~<!--(?:-?>|.*?(?:--!?>|$))~s',
                '~(<script\b(?:[^>"\']++|"[^"]*+"|\'[^\']*+\')*+>).*?(?=</script|$)~si',
                '~<template\b.*?(?:</template|$)~si',
            ],
            ['', '$1', ''],
            $html,
        );
        if (preg_match('~<meta\b[^>]*content-security-policy[^>]*upgrade-insecure-requests~i', $html) === 1) {
            return [];
        }
        $found = [];
        $add = static function (string $what, string $href) use (&$found, $base): void {
            $url = $base->resolve(trim($href));
            if ($url !== null && $url->scheme === 'http' && count($found) < self::MOST) {
                $found["$what {$url->text()}"] = ['what' => $what, 'url' => mb_substr($url->text(), 0, 2048)];
            }
        };
        self::elements($html, $add);
        preg_match_all('~(?:url\(\s*|@import\s+)["\']?(http://[^"\')\s]+)~i', self::styles($html), $urls);
        foreach ($urls[1] as $url) {
            $add('style', $url);
        }

        return array_values($found);
    }

    /** @param  Closure(string, string): void  $add */
    private static function elements(string $html, Closure $add): void
    {
        $names = implode('|', array_keys(self::PLACES));
        preg_match_all("~<(?:$names|img)\\b~i", $html, $starts, PREG_OFFSET_CAPTURE);
        foreach ($starts[0] as [, $at]) {
            if (preg_match(Tokens::START_TAG, $html, $tag, 0, $at) !== 1) {
                continue;
            }
            $name = strtolower($tag[1]);
            $given = Tokens::attributes($tag[2]);
            $what = self::what($name, $given);
            foreach (self::PLACES[$name] ?? [] as $place) {
                $what !== null && isset($given[$place]) && trim($given[$place]) !== '' && $add($what, $given[$place]);
            }
            foreach ($name === 'img' || $name === 'source' ? self::candidates($given['srcset'] ?? '') : [] as $url) {
                $add('media', $url);
            }
        }
    }

    /**
     * Null where browsers load nothing for it.
     *
     * @param  array<string, string>  $given
     */
    private static function what(string $name, array $given): ?string
    {
        $rels = preg_split('/\s+/', strtolower($given['rel'] ?? ''), -1, PREG_SPLIT_NO_EMPTY) ?: [];

        return match ($name) {
            'script' => str_contains(strtolower($given['type'] ?? ''), 'json') ? null : 'script',
            'link' => array_intersect($rels, self::LOADING) === []
                ? null
                : (in_array('stylesheet', $rels, true)
                    ? 'style'
                    : 'file'),
            'iframe', 'frame' => 'frame',
            'embed', 'object' => 'object',
            'input' => strtolower($given['type'] ?? '') === 'image' ? 'media' : null,
            'form' => 'form',
            default => 'media',
        };
    }

    /** @return list<string> addresses of a srcset */
    private static function candidates(string $srcset): array
    {
        preg_match_all('~(?:^|,)\s*([^\s,]\S*)~', $srcset, $urls);

        return array_map(static fn (string $url): string => rtrim($url, ','), $urls[1]);
    }

    /** The text of style elements and attributes. */
    private static function styles(string $html): string
    {
        preg_match_all('~<style\b[^>]*>(.*?)(?:</style|$)~si', $html, $elements);
        preg_match_all('~\sstyle\s*=\s*(?|"([^"]*)"|\'([^\']*)\')~i', $html, $attributes);

        return implode("\n", [...$elements[1], ...array_map(Entities::decode(...), $attributes[1])]);
    }
}
