<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * Looks through all pages that name versions of themselves: what is missing, wrong, or leads nowhere. A page that names
 * no version is none of its business unless another names it.
 */
final class HreflangAudit
{
    /** ISO 3166-1 alpha-2; a two-letter code outside of it ("en-UK") is the commonest mistake. */
    private const COUNTRIES = 'AD AE AF AG AI AL AM AO AQ AR AS AT AU AW AX AZ BA BB BD BE BF BG BH BI BJ BL BM BN BO BQ BR BS BT BV BW BY BZ CA CC CD CF CG CH CI CK CL CM CN CO CR CU CV CW CX CY CZ DE DJ DK DM DO DZ EC EE EG EH ER ES ET FI FJ FK FM FO FR GA GB GD GE GF GG GH GI GL GM GN GP GQ GR GS GT GU GW GY HK HM HN HR HT HU ID IE IL IM IN IO IQ IR IS IT JE JM JO JP KE KG KH KI KM KN KP KR KW KY KZ LA LB LC LI LK LR LS LT LU LV LY MA MC MD ME MF MG MH MK ML MM MN MO MP MQ MR MS MT MU MV MW MX MY MZ NA NC NE NF NG NI NL NO NP NR NU NZ OM PA PE PF PG PH PK PL PM PN PR PS PT PW PY QA RE RO RS RU RW SA SB SC SD SE SG SH SI SJ SK SL SM SN SO SR SS ST SV SX SY SZ TC TD TF TG TH TJ TK TL TM TN TO TR TT TV TW TZ UA UG UM US UY UZ VA VC VE VG VI VN VU WF WS YE YT ZA ZM ZW';

    /** ISO 639-1. */
    private const LANGUAGES = 'aa ab ae af ak am an ar as av ay az ba be bg bh bi bm bn bo br bs ca ce ch co cr cs cu cv cy da de dv dz ee el en eo es et eu fa ff fi fj fo fr fy ga gd gl gn gu gv ha he hi ho hr ht hu hy hz ia id ie ig ii ik io is it iu ja jv ka kg ki kj kk kl km kn ko kr ks ku kv kw ky la lb lg li ln lo lt lu lv mg mh mi mk ml mn mr ms mt my na nb nd ne ng nl nn no nr nv ny oc oj om or os pa pi pl ps pt qu rm rn ro ru rw sa sc sd se sg si sk sl sm sn so sq sr ss st su sv sw ta te tg th ti tk tl tn to tr ts tt tw ty ug uk ur uz ve vi vo wa wo xh yi yo za zh zu';

    /**
     * @param  array<string, HreflangPage>  $pages  by URL: every page of the inventory that names versions or is named
     *     as one
     * @return \Generator<array{page: string, other: string, code: string, fault: HreflangFault}>
     */
    public static function faults(array $pages): \Generator
    {
        foreach ($pages as $page) {
            // What is not listed itself need not be whole; that it is named by others is told there.
            if ($page->versions === [] || $page->status !== 200 || $page->isClosed || $page->isFolded) {
                continue;
            }
            $byCode = [];
            $namesItself = false;
            foreach ($page->versions as ['code' => $code, 'url' => $url]) {
                $tell = static fn (HreflangFault $fault): array => [
                    'page' => $page->url,
                    'other' => $url,
                    'code' => $code,
                    'fault' => $fault,
                ];
                $namesItself = $namesItself || $url === $page->url;
                if (! self::isCode($code)) {
                    yield $tell(HreflangFault::WrongCode);
                }
                if (isset($byCode[strtolower($code)]) && $byCode[strtolower($code)] !== $url) {
                    yield $tell(HreflangFault::TwoForOne);
                }
                $byCode[strtolower($code)] ??= $url;
                if ($url !== $page->url) {
                    $fault = self::faultOf($page->url, $pages[$url] ?? null);
                    if ($fault !== null) {
                        yield $tell($fault);
                    }
                }
            }
            if (! $namesItself) {
                yield ['page' => $page->url, 'other' => $page->url, 'code' => '', 'fault' => HreflangFault::NoSelf];
            }
        }
    }

    /** Whether a code is x-default, a language of ISO 639-1, or that with a script or a country of ISO 3166-1. */
    public static function isCode(string $code): bool
    {
        static $countries, $languages;
        $countries ??= array_flip(explode(' ', self::COUNTRIES));
        $languages ??= array_flip(explode(' ', self::LANGUAGES));
        $code = strtolower($code);
        if ($code === 'x-default') {
            return true;
        }

        return preg_match('/^([a-z]{2})(?:-[a-z]{4})?(?:-([a-z]{2}))?$/', $code, $found) === 1 &&
            isset($languages[$found[1]]) &&
            (! isset($found[2]) || isset($countries[strtoupper($found[2])]));
    }

    private static function faultOf(string $from, ?HreflangPage $other): ?HreflangFault
    {
        return match (true) {
            $other === null || $other->status === 0 => HreflangFault::Unseen,
            $other->status >= 400 => HreflangFault::Unreachable,
            $other->status >= 300 => HreflangFault::Redirected,
            $other->isClosed => HreflangFault::Closed,
            $other->isFolded => HreflangFault::Folded,
            ! in_array($from, array_column($other->versions, 'url'), true) => HreflangFault::NoReturn,
            default => null,
        };
    }
}
