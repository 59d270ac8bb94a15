<?php

declare(strict_types=1);

namespace App\Access\Http;

use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Str;

/**
 * Browsers tell here what the content security policy kept from loading. Anybody may call, so little is kept: of each
 * kind of report (directive, blocked address, page) one short line an hour, forty lines an hour in all; the others are
 * counted.
 */
final class CspReportController
{
    private const LONGEST_BODY = 16_384;

    private const LINES_AN_HOUR = 40;

    /** Signs of one part of a line. */
    private const LONGEST_PART = 100;

    public function __invoke(Request $request): Response
    {
        $body = $request->getContent();
        if (strlen($body) > self::LONGEST_BODY) {
            return response()->noContent(413);
        }
        $told = self::told($body);
        $hour = now()->format('YmdH');
        if (! Cache::add('csp:'.$hour.':'.sha1((string) json_encode($told)), true, 3600)) {
            Cache::increment("csp-repeated:$hour");
        } elseif (self::line($hour) <= self::LINES_AN_HOUR) {
            Log::warning('CSP report', $told);
        }

        return response()->noContent();
    }

    /** Which line of the hour this would be. The last one says what becomes of the others. */
    private static function line(string $hour): int
    {
        Cache::add("csp-lines:$hour", 0, 3600);
        $line = (int) Cache::increment("csp-lines:$hour");
        if ($line === self::LINES_AN_HOUR) {
            Log::warning('More CSP reports come in; this hour no others are written down.');
        }

        return $line;
    }

    /** @return array<string, string> the three parts that tell what happened, in plain signs and cut */
    private static function told(string $body): array
    {
        $json = json_decode($body, true, 8);
        $report = is_array($json) && is_array($json['csp-report'] ?? null) ? $json['csp-report'] : [];
        $part = static function (string $key) use ($report): string {
            $value = $report[$key] ?? '';

            return Str::limit(
                (string) preg_replace('/[^\x21-\x7e]+/', ' ', is_string($value) ? $value : ''),
                self::LONGEST_PART,
            );
        };

        return [
            'directive' => $part('effective-directive') ?: $part('violated-directive'),
            'blocked' => $part('blocked-uri'),
            'page' => Str::before($part('document-uri'), '?'),
        ];
    }
}
