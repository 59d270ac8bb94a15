<?php

declare(strict_types=1);

namespace Orchard\Core\Redirects;

use Orchard\Core\Reasons\Reason;
use Orchard\Core\Url\PageUrl;

/**
 * All redirects of a store, flattened: each leads where its way ends, in one hop. What goes round is refused, with the
 * path shown. The order of lines does not matter; of two lines for one address the first one given counts, and the
 * other is told.
 */
final class RedirectBook
{
    /** Hops after which a way is taken to have no end. */
    private const MOST = 50;

    /** Addresses of a way round that are told. */
    private const TOLD = 7;

    /** @var array<string, Redirect> by key's text */
    private array $lines = [];

    /** @var list<array{Redirect, Reason}> lines that were refused, and why (RedirectFault) */
    private array $refused = [];

    /** @param  iterable<Redirect>  $lines */
    public function __construct(iterable $lines)
    {
        foreach ($lines as $line) {
            $key = RequestKey::of($line->from)->text();
            if (isset($this->lines[$key])) {
                if ($this->lines[$key]->to?->text() !== $line->to?->text()) {
                    $end = $this->lines[$key]->to?->text() ?? '';
                    $this->refused[] = [$line, new Reason(RedirectFault::AnotherLine, [$end])];
                }

                continue;
            }
            $this->lines[$key] = $line;
        }
        $round = [];
        foreach ($this->lines as $key => $line) {
            $path = $this->way($line);
            if (count($path) !== count(array_unique($path))) {
                $this->refused[] = [$line, new Reason(RedirectFault::GoesRound, self::brief($path))];
                $round[$key] = true;
            }
        }
        $this->lines = array_diff_key($this->lines, $round);
    }

    /** @return list<Redirect> each leads to the end of its way */
    public function flat(): array
    {
        $flat = [];
        foreach ($this->lines as $line) {
            $end = $line;
            for (
                $hops = 0;
                $hops < self::MOST &&
                $end->to !== null &&
                ($next = $this->find($end->to)) !== null &&
                $next->from->sameHostAs($end->to);
                $hops++
            ) {
                $end = $next;
            }
            $flat[] =
                $end === $line
                    ? $line
                    : new Redirect($line->from, $end->to, $end->status === 410 ? 410 : $line->status);
        }

        return $flat;
    }

    /** @return list<array{Redirect, Reason}> lines, and why they were refused (RedirectFault) */
    public function refused(): array
    {
        return $this->refused;
    }

    /**
     * @return list<string> the addresses that a line leads through, its own first; the last stands twice where they go
     *     round
     */
    public function way(Redirect $line): array
    {
        $path = [RequestKey::of($line->from)->text()];
        for ($hops = 0; $hops < self::MOST && $line->to !== null; $hops++) {
            $path[] = RequestKey::of($line->to)->text();
            $next = $line->to->sameHostAs($line->from) ? $this->find($line->to) : null;
            if ($next === null || count($path) !== count(array_unique($path))) {
                break;
            }
            $line = $next;
        }

        return $path;
    }

    /**
     * @param  list<string>  $path
     * @return list<string> its ends, where it is long
     */
    private static function brief(array $path): array
    {
        return count($path) <= self::TOLD
            ? $path
            : [...array_slice($path, 0, self::TOLD - 2), '…', $path[count($path) - 1]];
    }

    private function find(PageUrl $url): ?Redirect
    {
        return $this->lines[RequestKey::of($url)->text()] ?? null;
    }
}
