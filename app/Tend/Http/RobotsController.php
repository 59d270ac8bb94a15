<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Tend\Robots\RobotsBook;
use App\Tend\Robots\RobotsEffect;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Robots\RobotsLint;
use Orchard\Core\Robots\RobotsTxt;
use Orchard\Core\Url\PageUrl;

/** A store's robots.txt: its versions, what each does to the pages, and which address it lets in. */
final class RobotsController
{
    private const MOST = 500_000;

    public function index(Request $request, Store $store): View
    {
        $version = $request->query('version');
        $chosen =
            is_string($version) && ctype_digit($version)
                ? RobotsBook::find($store, (int) substr($version, 0, 18)) ?? abort(404)
                : RobotsBook::newest($store);

        return view(
            'tend.robots',
            $this->frame($store, $chosen->body ?? '', self::crawler($request)) + [
                'chosen' => $chosen,
                'effect' => null,
                'tried' => [],
                'asked' => '',
            ],
        );
    }

    /** Looks at what stands in the box, without keeping it: against all pages and against addresses. */
    public function check(Request $request, Store $store): View
    {
        $given = $request->validate([
            'body' => ['nullable', 'string', 'max:'.self::MOST],
            'crawler' => ['nullable', 'string', 'max:60'],
            'addresses' => ['nullable', 'string', 'max:20000'],
        ]);
        $body = (string) ($given['body'] ?? '');
        $crawler = self::crawler($request);
        $new = RobotsTxt::parse($body, $crawler);
        $live = RobotsBook::live($store);

        return view(
            'tend.robots',
            $this->frame($store, $body, $crawler) + [
                'chosen' => null,
                'effect' => RobotsEffect::of(
                    $store,
                    RobotsTxt::fromAnswer($live === null ? 404 : $live->status, $live->body ?? '', $crawler),
                    $new,
                ),
                'tried' => self::tried($store, $new, (string) ($given['addresses'] ?? '')),
                'asked' => (string) ($given['addresses'] ?? ''),
            ],
        );
    }

    public function save(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'body' => ['nullable', 'string', 'max:'.self::MOST],
            'note' => ['nullable', 'string', 'max:300'],
        ]);
        try {
            $id = RobotsBook::save(
                $store,
                (string) ($given['body'] ?? ''),
                (string) ($given['note'] ?? ''),
                Caller::id($request),
            );
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withErrors(['body' => $wrong->getMessage()])
                ->withInput();
        }

        return redirect()
            ->route('tend.robots', [$store, 'version' => $id])
            ->with('done', 'The version is kept. Put it into the shop; “Look what is live” sees it there.');
    }

    public function fetch(Request $request, Store $store): RedirectResponse
    {
        try {
            RobotsBook::fetch($store, Caller::id($request));
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['body' => $wrong->getMessage()]);
        }

        return redirect()->route('tend.robots', $store)->with('done', 'This is what the shop shows now.');
    }

    public function download(Store $store, int $version): Response
    {
        $row = RobotsBook::find($store, $version) ?? abort(404);

        return response($row->body, 200, [
            'Content-Type' => 'text/plain; charset=UTF-8',
            'Content-Disposition' => 'attachment; filename="robots.txt"',
        ]);
    }

    /** @return array<string, mixed> */
    private function frame(Store $store, string $body, string $crawler): array
    {
        return [
            'store' => $store,
            'body' => $body,
            'crawler' => $crawler,
            'crawlers' => array_values(array_unique(['*', ...$store->options()->crawlers])),
            'versions' => RobotsBook::versions($store),
            'live' => RobotsBook::live($store),
            'faults' => RobotsLint::look($body),
        ];
    }

    /**
     * @return list<array{address: string, allowed: ?bool, line: int, rule: string}> allowed is null where it is no
     * address of the store
     */
    private static function tried(Store $store, RobotsTxt $robots, string $text): array
    {
        $tried = [];
        foreach (array_slice(preg_split('/\s+/', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [], 0, 100) as $address) {
            $url =
                preg_match('~^https?://~i', $address) === 1
                    ? PageUrl::parse($address)
                    : $store->baseUrl()->resolve($address);
            $isOwn = $url !== null && $url->sameHostAs($store->baseUrl());
            $rule = $isOwn ? $robots->ruleFor($url->target()) : null;
            $tried[] = [
                'address' => mb_substr($address, 0, 300),
                'allowed' => $isOwn ? $rule['allow'] ?? true : null,
                'line' => (int) ($rule['line'] ?? 0),
                'rule' => (string) ($rule['pattern'] ?? ''),
            ];
        }

        return $tried;
    }

    private static function crawler(Request $request): string
    {
        $asked = $request->input('crawler');

        return is_string($asked) && preg_match('/^[A-Za-z_\-]{1,60}$/', $asked) === 1 ? $asked : '*';
    }
}
