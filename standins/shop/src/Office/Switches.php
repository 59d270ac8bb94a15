<?php

declare(strict_types=1);

namespace Tindrel\Office;

use Tindrel\Answer;
use Tindrel\Shop;

/** Limits and faults that tests and demos turn on, and what was asked for so far. */
final class Switches
{
    /** Highest values by name. */
    private const MOST = [
        'slow_ms' => 60000,
        'fail_every' => 1000,
        'stall_every' => 1000,
        'lose_every' => 1000,
        'stall_seconds' => 120,
        'rate' => 100000,
        'burst' => 100000,
    ];

    public function __construct(private readonly Shop $shop)
    {
    }

    /** @return array<string, int> */
    public function all(): array
    {
        /** @var array<string, int> $all by name */
        $all = array_map(
            intval(...),
            array_column($this->shop->rows('SELECT name, value FROM switches'), 'value', 'name'),
        );

        return $all;
    }

    public function turn(): Answer
    {
        $given = json_decode((string) file_get_contents('php://input', length: 65536), true);
        foreach (is_array($given) ? $given : [] as $name => $value) {
            if (! isset(self::MOST[$name]) || ! is_int($value) || $value < 0 || $value > self::MOST[$name]) {
                return Reply::problem(422, "There is no switch $name, or its value is out of range.");
            }
            $this->shop->db->prepare('UPDATE switches SET value = ? WHERE name = ?')->execute([$value, $name]);
        }
        $this->shop->db->exec('UPDATE bucket SET writes = 0, tokens = 100000');

        return Reply::json(200, $this->all());
    }

    /** @return float seconds to wait; 0 where the request may pass */
    public function takeToken(int $rate, int $burst): float
    {
        $this->shop->db->exec('BEGIN IMMEDIATE');
        $bucket = (array) $this->shop->row('SELECT tokens, at FROM bucket');
        $now = microtime(true);
        $tokens = min((float) $burst, (float) $bucket['tokens'] + max(0, $now - (float) $bucket['at']) * $rate);
        $passes = $tokens >= 1;
        $this->shop->db
            ->prepare('UPDATE bucket SET tokens = ?, at = ?, calls = calls + 1')
            ->execute([$passes ? $tokens - 1 : $tokens, $now]);
        $this->shop->db->exec('COMMIT');

        return $passes ? 0.0 : max(0.05, (1 - $tokens) / max(1, $rate));
    }

    public function countWrite(): int
    {
        $this->shop->db->exec('BEGIN IMMEDIATE');
        $this->shop->db->exec('UPDATE bucket SET writes = writes + 1');
        $writes = (int) ($this->shop->row('SELECT writes FROM bucket')['writes'] ?? 0);
        $this->shop->db->exec('COMMIT');

        return $writes;
    }
}
