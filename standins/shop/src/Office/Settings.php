<?php

declare(strict_types=1);

namespace Tindrel\Office;

use Tindrel\Answer;
use Tindrel\Shop;
use Tindrel\Theme\SearchFiles;

/** What holds for one address or one file alone, read and set. */
final class Settings
{
    private const SET_FOR_ADDRESSES = ['canonical' => 2000, 'robots' => 200, 'redirect' => 2000];

    public function __construct(private readonly Shop $shop, private readonly string $origin)
    {
    }

    /** What is set for an address; version 0 where nothing is. */
    public function address(string $target): Answer
    {
        if (! str_starts_with($target, '/') || strlen($target) > 2000) {
            return Reply::problem(422, 'target must be a path, with its query if any.');
        }
        $row = $this->shop->row(
            'SELECT target, version, canonical, robots, redirect, hits FROM addresses WHERE target = ?',
            [($key = Shop::addressKey($target))],
        ) ?? ['target' => $key, 'version' => 0, 'canonical' => '', 'robots' => '', 'redirect' => '', 'hits' => 0];

        return Reply::json(200, ['version' => (string) $row['version']] + $row, [
            'ETag' => '"'.$row['version'].'"',
        ]);
    }

    /** @param  array<int|string, mixed>  $fields */
    public function changeAddress(string $target, string $match, array $fields): Answer
    {
        $now = $this->address($target);
        if ($now->status !== 200) {
            return $now;
        }
        /** @var array{target: string, version: string, canonical: string, robots: string, redirect: string} $row */
        $row = (array) json_decode($now->body, true);
        if (trim($match, '"') !== $row['version']) {
            return Reply::problem(412, "The address is at version {$row['version']}.", [
                'ETag' => '"'.$row['version'].'"',
            ]);
        }
        foreach ($fields as $name => $value) {
            if (
                ! isset(self::SET_FOR_ADDRESSES[$name]) ||
                ! is_string($value) ||
                strlen($value) > self::SET_FOR_ADDRESSES[$name] ||
                preg_match('/[\x00-\x1f]/', $value) === 1
            ) {
                return Reply::problem(422, "$name cannot be set, or is too long.");
            }
            if ($name === 'redirect' && $value !== '' && Shop::addressKey($value) === $row['target']) {
                return Reply::problem(422, 'An address cannot redirect to itself.');
            }
        }
        $new = $fields + $row;
        $this->shop->db
            ->prepare(
                'INSERT INTO addresses (target, version, canonical, robots, redirect) VALUES (?, ?, ?, ?, ?)
                        ON CONFLICT (target) DO UPDATE SET version = excluded.version, canonical = excluded.canonical,
                        robots = excluded.robots, redirect = excluded.redirect',
            )
            ->execute([$row['target'], (int) $row['version'] + 1, $new['canonical'], $new['robots'], $new['redirect']]);
        $this->shop->db
            ->prepare('INSERT INTO changes (resource, version, fields) VALUES (?, ?, ?)')
            ->execute([
                'address:'.$row['target'],
                (int) $row['version'] + 1,
                json_encode($fields, JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
            ]);

        return $this->address($target);
    }

    /** A file at the shop's root, as it is served; version 0 where the shop makes it by itself. */
    public function file(string $target): Answer
    {
        if ($target !== '/robots.txt') {
            return Reply::problem(404, 'The only file that can be set is /robots.txt.');
        }
        $row = $this->shop->row('SELECT target, version, body FROM files WHERE target = ?', [$target]) ?? [
            'target' => $target,
            'version' => 0,
            'body' => (new SearchFiles($this->shop, $this->origin))->robots()->body,
        ];

        return Reply::json(200, ['version' => (string) $row['version']] + $row, [
            'ETag' => '"'.$row['version'].'"',
        ]);
    }

    /** @param  array<int|string, mixed>  $fields */
    public function changeFile(string $target, string $match, array $fields): Answer
    {
        $now = $this->file($target);
        $told = (array) json_decode($now->body, true);
        $version = is_string($told['version'] ?? null) ? $told['version'] : '';
        $body = $fields['body'] ?? null;
        if ($now->status !== 200) {
            return $now;
        }
        if (trim($match, '"') !== $version) {
            return Reply::problem(412, "The file is at version $version.", ['ETag' => '"'.$version.'"']);
        }
        if (! is_string($body) || count($fields) !== 1 || strlen($body) > 200000) {
            return Reply::problem(422, 'body must be a text of at most 200,000 bytes.');
        }
        $this->shop->db
            ->prepare('INSERT OR REPLACE INTO files (target, version, body) VALUES (?, ?, ?)')
            ->execute([$target, (int) $version + 1, $body]);
        $this->shop->db
            ->prepare('INSERT INTO changes (resource, version, fields) VALUES (?, ?, ?)')
            ->execute([
                'file:'.$target,
                (int) $version + 1,
                json_encode($fields, JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
            ]);

        return $this->file($target);
    }
}
