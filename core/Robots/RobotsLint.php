<?php

declare(strict_types=1);

namespace Orchard\Core\Robots;

use Orchard\Core\Url\PageUrl;

/** What is odd in a robots.txt: lines that crawlers pass over, or that do not do what they seem to (RFC 9309). */
final class RobotsLint
{
    private const KNOWN = ['user-agent', 'allow', 'disallow', 'sitemap', 'crawl-delay', 'host', 'clean-param'];

    /**
     * @return list<array{line: int, fault: RobotsFault, text: string}> in the order of the lines; line 0 is the whole
     * file
     */
    public static function look(string $file): array
    {
        $faults = [];
        if (strlen($file) > RobotsTxt::MAX_BYTES) {
            $faults[] = ['line' => 0, 'fault' => RobotsFault::TooLong, 'text' => ''];
        }
        if (! mb_check_encoding($file, 'UTF-8')) {
            $faults[] = ['line' => 0, 'fault' => RobotsFault::NotUtf8, 'text' => ''];
        }
        $hasGroup = false;
        $file = (string) preg_replace('/^\xEF\xBB\xBF/', '', $file);
        foreach (preg_split('/\r\n|\r|\n/', $file) ?: [] as $number => $line) {
            $bare = trim((string) preg_replace('/#.*$/', '', $line));
            if ($bare === '') {
                continue;
            }
            $parts = explode(':', $bare, 2);
            $key = strtolower(trim($parts[0]));
            $value = trim($parts[1] ?? '');
            $fault = match (true) {
                ! isset($parts[1]) => RobotsFault::NoColon,
                ! in_array($key, self::KNOWN, true) => $key === 'noindex'
                    ? RobotsFault::NoindexHere
                    : RobotsFault::Unknown,
                $key === 'user-agent' && $value === '' => RobotsFault::NoName,
                $key === 'user-agent' && preg_match('/^(\*|[A-Za-z_\-]+)$/', $value) !== 1 => RobotsFault::OddName,
                $key === 'allow' || $key === 'disallow' => self::ofRule($value, $hasGroup),
                $key === 'sitemap' && PageUrl::parse($value) === null => RobotsFault::SitemapNotWhole,
                default => null,
            };
            $hasGroup = $hasGroup || $key === 'user-agent';
            $fault === null ||
                ($faults[] = ['line' => $number + 1, 'fault' => $fault, 'text' => mb_substr(mb_scrub($bare), 0, 200)]);
        }

        return $faults;
    }

    private static function ofRule(string $value, bool $hasGroup): ?RobotsFault
    {
        return match (true) {
            ! $hasGroup => RobotsFault::NoGroup,
            preg_match('~^https?://~i', $value) === 1 => RobotsFault::WholeAddress,
            $value !== '' && preg_match('~^[/*]~', $value) !== 1 => RobotsFault::NoSlash,
            preg_match('~\$.~', $value) === 1 => RobotsFault::DollarInside,
            default => null,
        };
    }
}
