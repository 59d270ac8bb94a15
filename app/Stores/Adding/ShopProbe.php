<?php

declare(strict_types=1);

namespace App\Stores\Adding;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use App\Stores\Models\Store;
use Orchard\Core\Markets\Country;
use Orchard\Core\Markets\LanguageTag;
use Orchard\Core\Markets\SeenMarket;
use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Robots\RobotsTxt;
use Orchard\Core\Sitemaps\Sitemap;
use Orchard\Core\Url\PageUrl;

/**
 * Looks at a shop's home page, robots.txt and sitemap, and proposes what a store of it would be: so that its owner
 * types an address and nothing else. Every proposal tells where it was read.
 */
final readonly class ShopProbe
{
    /** Seconds for one answer, and hops from the address to its page. */
    private const SECONDS = 12.0;

    private const HOPS = 5;

    /** A home page that takes longer than this is told to be slow. */
    private const SLOW = 4.0;

    public function __construct(private GuardedHttp $http)
    {
    }

    /**
     * @param  string  $given  as typed; https is taken where no scheme is
     * @param  bool  $mayBePrivate  the owner's word that this host and port may be asked though they are not public
     *
     * @throws NotAShop
     */
    public static function look(string $given, bool $mayBePrivate = false): ShopSight
    {
        $given = trim($given);
        $url = self::address($given) ?? throw NotAShop::noAddress($given);
        $allowed = $mayBePrivate ? [strtolower($url->host()).':'.$url->port()] : [];

        try {
            return (new self(GuardedHttp::allowing($allowed)))->see($url);
        } catch (NotAShop $not) {
            // A shop that was typed without a scheme may have no https.
            $plain = str_contains($given, '://') ? null : PageUrl::parse("http://$given");
            if ($plain === null || ! $not->isSilent) {
                throw $not;
            }

            return (new self(
                GuardedHttp::allowing($mayBePrivate ? [strtolower($plain->host()).':'.$plain->port()] : []),
            ))->see($plain);
        }
    }

    /**
     * Looks at a store's own address, as a crawl would.
     *
     * @throws NotAShop
     */
    public static function lookAs(Store $store): ShopSight
    {
        return (new self(GuardedHttp::allowing($store->options()->privateHosts)))->see($store->baseUrl());
    }

    public static function address(string $given): ?PageUrl
    {
        $given = trim($given);
        if (strlen($given) > PageUrl::MAX_BYTES || preg_match('/\s/', $given) === 1) {
            return null;
        }
        $url = PageUrl::parse(preg_match('~^[a-z][a-z0-9+.\-]*://~i', $given) === 1 ? $given : "https://$given");

        return $url !== null && preg_match('/[a-z0-9]/i', $url->host()) === 1 && $url->port() > 0 ? $url : null;
    }

    /** @throws NotAShop */
    private function see(PageUrl $asked): ShopSight
    {
        [$url, $answer] = $this->home($asked);
        $root = $url->resolve('/') ?? $url;
        $remarks = [];
        if (! $url->sameHostAs($asked)) {
            $remarks[] = "{$asked->authority} leads to {$url->authority}. The store is made of {$url->authority}.";
        }
        if ($answer->seconds > self::SLOW) {
            $remarks[] =
                'The home page took '.
                round($answer->seconds).
                ' seconds. A crawl goes as slowly as the shop answers; '.
                'its rate is under Settings, Crawl.';
        }
        if (in_array($answer->status, [401, 403, 407, 429], true)) {
            return $this->closed($root, $answer->status, $remarks);
        }
        $facts = PageReader::read(Charset::toUtf8($answer->body, $answer->header('content-type')), $url);
        if ($this->asksForPassword($answer, $facts)) {
            return $this->closed($root, 401, $remarks);
        }
        $robots = $this->http->fetch($this->request($root->resolve('/robots.txt') ?? $root));
        $rules = RobotsTxt::fromAnswer(
            $robots->status === 0 ? null : $robots->status,
            $robots->body,
            GuardedHttp::PRODUCT_TOKEN,
        );
        [$pages, $sitemap] = $this->sitemap($root, $robots);
        if ($pages === null) {
            $remarks[] = 'It has no sitemap that could be read; the crawl follows links alone.';
        }

        return $this->sight($root, $url, $facts, $answer)->told(
            $remarks,
            $pages,
            match (true) {
                $rules->isShut() => 'Its robots.txt cannot be had now ('.
                    ($robots->status === 0
                        ? lcfirst(rtrim((string) $robots->problem, '.'))
                        : "it answers {$robots->status}").
                    '), so nothing may be crawled. The crawl can be started when it answers again.',
                ! $rules->allows($root->target()) => 'Its robots.txt keeps crawlers out. Ask who looks after the '.
                    'shop to add '.
                    'two lines to it, “User-agent: '.
                    GuardedHttp::PRODUCT_TOKEN.
                    '” and “Allow: /”; '.
                    'until then pages come from files and from the shop’s API.',
                default => null,
            },
        );
    }

    /**
     * @return array{PageUrl, HttpAnswer} where it ends, and a page or a refusal
     *
     * @throws NotAShop
     */
    private function home(PageUrl $url): array
    {
        for ($hop = 0; $hop <= self::HOPS; $hop++) {
            $answer = $this->http->fetch($this->request($url));
            if ($answer->status === 0) {
                throw match (true) {
                    str_contains((string) $answer->problem, 'not a public address') => NotAShop::private(
                        $url->authority,
                    ),
                    str_contains((string) $answer->problem, $url->host()) => NotAShop::refused(
                        (string) $answer->problem,
                    ),
                    default => NotAShop::silent($url->authority, (string) $answer->problem),
                };
            }
            $to = $answer->header('location');
            if ($answer->status >= 300 && $answer->status < 400 && $to !== null) {
                $url = $url->resolve($to) ?? throw NotAShop::answers($url->text(), $answer->status);

                continue;
            }
            if (in_array($answer->status, [401, 403, 407, 429], true)) {
                return [$url, $answer];
            }
            if ($answer->status !== 200) {
                throw NotAShop::answers($url->text(), $answer->status);
            }
            $type = strtolower(trim(explode(';', $answer->header('content-type') ?? '')[0]));
            $isPage =
                in_array($type, ['text/html', 'application/xhtml+xml'], true) ||
                ($type === '' && stripos($answer->body, '<html') !== false);

            return $isPage ? [$url, $answer] : throw NotAShop::noPage($url->text(), $type === '' ? 'a file' : $type);
        }
        throw NotAShop::runsInCircles($url->text());
    }

    private function request(PageUrl $url): HttpRequest
    {
        return new HttpRequest($url, headers: ['Accept' => 'text/html,*/*;q=0.5'], timeout: self::SECONDS);
    }

    /** A page that lets nobody in: next to no links, and a field for a password. */
    private function asksForPassword(HttpAnswer $answer, PageFacts $facts): bool
    {
        return count($facts->links) < 6 && preg_match('/<input[^>]+type\s*=\s*["\']?password/i', $answer->body) === 1;
    }

    /** @param  list<string>  $remarks */
    private function closed(PageUrl $root, int $status, array $remarks): ShopSight
    {
        $country = Country::ofHost($root->host());
        $host = 'the address';

        return new ShopSight(
            $root->text(),
            new Proposal(ShopName::ofHost($root), $host),
            new Proposal('en', 'nothing said it'),
            new Proposal($country?->currency() ?? 'EUR', $country === null ? 'nothing said it' : $host),
            new Proposal($country?->timeZone() ?? 'UTC', $country === null ? 'nothing said it' : $host),
            new Proposal($country->code ?? '', $country === null ? 'nothing said it' : $host),
            remarks: $remarks,
            obstacle: match ($status) {
                401,
                407 => 'The shop asks for a password, so nothing of it can be crawled yet. Add the store now and '.
                    'start '.
                    'the crawl when it is open; until then pages come from files and from the shop’s API.',
                default => "The shop refuses us (it answers $status). Ask who looks after it to let “YoungOrchard” ".
                    'in; '.
                    'until then pages come from files and from the shop’s API.',
            },
        );
    }

    /** @return array{?int, ?Sitemap} pages of the first sitemap that can be read, or of the first ones of an index */
    private function sitemap(PageUrl $root, HttpAnswer $robots): array
    {
        preg_match_all('/^[ \t]*sitemap[ \t]*:[ \t]*(\S+)/mi', $robots->status === 200 ? $robots->body : '', $named);
        $at = $root->resolve($named[1][0] ?? '/sitemap.xml');
        $answer =
            $at === null
                ? null
                : $this->http->fetch(new HttpRequest($at, timeout: self::SECONDS, maxBytes: 20_000_000));
        if ($at === null || $answer === null || $answer->status !== 200 || $answer->cut) {
            return [null, null];
        }
        $sitemap = Sitemap::read($answer->body, $at);
        if (! $sitemap->isIndex) {
            return [count($sitemap->urls) ?: null, $sitemap];
        }
        $pages = 0;
        foreach (array_slice(array_keys($sitemap->urls), 0, 3) as $url) {
            $one = PageUrl::parse($url);
            $answer =
                $one === null
                    ? null
                    : $this->http->fetch(new HttpRequest($one, timeout: self::SECONDS, maxBytes: 20_000_000));
            if ($one !== null && $answer?->status === 200 && ! $answer->cut) {
                $pages += count(Sitemap::read($answer->body, $one)->urls);
            }
        }

        return [$pages === 0 ? null : $pages, $sitemap];
    }

    private function sight(PageUrl $root, PageUrl $home, PageFacts $facts, HttpAnswer $answer): ShopSight
    {
        $details = $facts->details;
        $markets = SeenMarket::ofHome($home, $details->hreflangs ?? []);
        $tag = LanguageTag::of((string) $facts->language);
        $header = LanguageTag::of((string) $answer->header('content-language'));
        $language = match (true) {
            $tag !== null => new Proposal($tag->text(), 'the page’s lang attribute'),
            $header !== null => new Proposal($header->text(), 'the header Content-Language'),
            $markets !== [] => new Proposal($markets[0]->tag->text(), 'hreflang'),
            default => new Proposal('en', 'nothing said it'),
        };
        $named = $markets === [] ? null : $markets[0]->tag->country;
        $byHost = Country::ofHost($root->host());
        $country = match (true) {
            $named !== null => new Proposal($named->code, 'hreflang'),
            $byHost !== null => new Proposal($byHost->code, 'the address'),
            $tag?->country !== null => new Proposal($tag->country->code, 'the page’s lang attribute'),
            default => new Proposal('', 'nothing said it'),
        };
        $where = Country::of($country->value);

        return new ShopSight(
            $root->text(),
            ShopName::of($root, $facts),
            $language,
            ShopCurrency::of($facts, $where, $country->from),
            new Proposal(
                $where?->timeZone() ?? 'UTC',
                $where === null ? 'nothing said it' : "where most people of {$where->name()} live",
            ),
            $country,
            $markets,
        );
    }
}
