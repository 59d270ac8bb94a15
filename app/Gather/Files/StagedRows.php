<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\FactTable;
use Closure;
use RuntimeException;

/**
 * Rows of one import that are read and not taken over yet: a file of lines for each calendar month, beside the file
 * that they came from. The database says how far each is written; what lies behind that is of a process that was
 * killed.
 *
 * A line is the keys of its fact table and then the sums, between tabs. Numbers among the keys stand with leading
 * zeros, so that lines in the order of their bytes are in the order of the table's key.
 */
final class StagedRows
{
    /** Width of ids and of lengths in days; longer ones are right as well, only in another order. */
    public const ID_WIDTH = 10;

    public const DAYS_WIDTH = 5;

    private const PIECE = 1_000_000;

    /**
     * @param  array<string, array{bytes: int, days: array<string, int>}>  $months  by "2026-08": bytes of the file that
     *     count, rows by day
     */
    private function __construct(private readonly string $folder, private array $months)
    {
    }

    /**
     * @param  string  $path  of the file whose rows they are
     * @param  ?string  $staged  JSON, as toJson() tells it; null where none are there yet
     */
    public static function of(string $path, ?string $staged): self
    {
        /** @var array<string, array{bytes: int, days: array<string, int>}> $months */
        $months = (array) json_decode($staged ?? '{}', true);

        return new self("$path.rows", $months);
    }

    public function toJson(): string
    {
        return json_encode((object) $this->months, JSON_THROW_ON_ERROR);
    }

    /**
     * Makes the files what the database says they are.
     *
     * @throws RuntimeException where they hold less than that
     */
    public function resume(): void
    {
        is_dir($this->folder) ||
            @mkdir($this->folder, 0700, true) ||
            throw new RuntimeException('There is no room for the rows.');
        foreach (glob("$this->folder/*") ?: [] as $path) {
            $bytes = $this->months[basename($path)]['bytes'] ?? 0;
            if ($bytes === 0) {
                unlink($path);
            } elseif (filesize($path) > $bytes) {
                $file = self::open($path, 'r+b');
                ftruncate($file, max(0, $bytes));
                fclose($file);
            }
        }
        clearstatcache();
        foreach ($this->months as $month => ['bytes' => $bytes]) {
            if (! is_file("$this->folder/$month") || filesize("$this->folder/$month") < $bytes) {
                throw new RuntimeException(
                    'Rows that were read already are gone from the disk. Take the import back and bring the file in again.',
                );
            }
        }
    }

    /**
     * Adds lines; on the disk when this returns. They count once toJson() is in the database.
     *
     * @param  array<string, string>  $lines  by month
     * @param  array<string, int>  $days  rows by day
     *
     * @throws RuntimeException where there is no room for the rows
     */
    public function add(array $lines, array $days): void
    {
        foreach ($lines as $month => $text) {
            $file = self::open("$this->folder/$month", 'ab');
            (@fwrite($file, $text) === strlen($text) && fsync($file)) ||
                throw new RuntimeException('There is no room for the rows.');
            fclose($file);
            $this->months[$month] ??= ['bytes' => 0, 'days' => []];
            $this->months[$month]['bytes'] += strlen($text);
        }
        foreach ($days as $day => $rows) {
            $month = substr($day, 0, 7);
            $this->months[$month]['days'][$day] = ($this->months[$month]['days'][$day] ?? 0) + $rows;
        }
    }

    /** @return array<string, int> rows by day, in order */
    public function days(): array
    {
        $days = array_merge(...array_values(array_column($this->months, 'days')));
        ksort($days);

        return $days;
    }

    /** @return list<int> ids of the pages that its lines name, in order */
    public function pages(): array
    {
        $pages = [];
        foreach (array_keys($this->months) as $month) {
            $file = self::open("$this->folder/$month", 'rb');
            while (($line = fgets($file)) !== false) {
                $pages[(int) $line] = true;
            }
            fclose($file);
        }
        ksort($pages);

        return array_keys($pages);
    }

    /**
     * A month's lines in the order of the table's key, each key once: lines that say the same day, page and query add
     * up.
     *
     * @param  Closure(): void  $meanwhile  called again and again while it lasts
     * @return array{string, int} path of a file for the caller to delete, lines in it
     */
    public function inOrder(FactTable $facts, string $month, Closure $meanwhile): array
    {
        $sorted = (string) tempnam($this->folder, 'sorted');
        $path = (string) tempnam($this->folder, 'ordered');
        try {
            $this->sort("$this->folder/$month", $sorted, $meanwhile);

            return [$path, self::addUp($facts, $sorted, $path, $meanwhile)];
        } catch (RuntimeException $problem) {
            unlink($path);
            throw $problem;
        } finally {
            unlink($sorted);
        }
    }

    public function forget(): void
    {
        foreach (glob("$this->folder/*") ?: [] as $path) {
            unlink($path);
        }
        is_dir($this->folder) && rmdir($this->folder);
    }

    /** By the system's own sort, which holds little in memory however long the file is. */
    private function sort(string $from, string $to, Closure $meanwhile): void
    {
        $process = proc_open(
            ['sort', '-S', '96M', '-T', $this->folder, '-o', $to, $from],
            [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
            null,
            ['LC_ALL' => 'C', 'PATH' => getenv('PATH') ?: '/usr/bin:/bin'],
        );
        if ($process === false) {
            throw new RuntimeException('The rows could not be sorted.');
        }
        while (($status = proc_get_status($process))['running']) {
            usleep(5000);
            $meanwhile();
        }
        proc_close($process);
        if ($status['exitcode'] !== 0) {
            throw new RuntimeException('The rows could not be sorted; the disk may be full.');
        }
    }

    /** @return int lines written */
    private static function addUp(FactTable $facts, string $from, string $to, Closure $meanwhile): int
    {
        $keys = count($facts->keys());
        // Page, day and days are as wide in every line; nearly all neighbours differ there already.
        $head = self::ID_WIDTH + 1 + 10 + 1 + self::DAYS_WIDTH;
        [$in, $out] = [self::open($from, 'rb'), self::open($to, 'wb')];
        $lines = 0;
        $text = '';
        $last = fgets($in);
        while ($last !== false) {
            $next = fgets($in);
            if ($next !== false && strncmp($last, $next, $head) === 0) {
                $sum = self::sum($last, $next, $keys);
                if ($sum !== null) {
                    $last = $sum;

                    continue;
                }
            }
            $text .= $last;
            $lines++;
            if (strlen($text) > self::PIECE || $next === false) {
                @fwrite($out, $text) === strlen($text) || throw new RuntimeException('There is no room for the rows.');
                $text = '';
                $meanwhile();
            }
            $last = $next;
        }
        fclose($in);
        fclose($out);

        return $lines;
    }

    /** Two lines of one key as one; null where their keys differ. */
    private static function sum(string $one, string $other, int $keys): ?string
    {
        $a = explode("\t", rtrim($one, "\n"));
        $b = explode("\t", rtrim($other, "\n"));
        if (array_slice($a, 0, $keys) !== array_slice($b, 0, $keys)) {
            return null;
        }
        for ($i = $keys, $end = count($a); $i < $end; $i++) {
            // Money has two decimals, all else is whole; both are exact in a float up to 90 million millions.
            $a[$i] = str_contains($a[$i], '.')
                ? number_format((float) $a[$i] + (float) $b[$i], 2, '.', '')
                : (string) ((int) $a[$i] + (int) $b[$i]);
        }

        return implode("\t", $a)."\n";
    }

    /** @return resource */
    private static function open(string $path, string $mode)
    {
        return @fopen($path, $mode) ?: throw new RuntimeException('There is no room for the rows.');
    }
}
