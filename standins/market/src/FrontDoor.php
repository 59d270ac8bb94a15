<?php

declare(strict_types=1);

namespace Market;

use DateTimeImmutable;

/** The market over HTTP: a token, search rows, sales rows, and a clock that moves on. */
final readonly class FrontDoor
{
    private const ROWS = 5000;

    /** Requests that one market day allows. */
    private const QUOTA = 3000;

    private const A_SECOND = 40;

    private const TOKEN_SECONDS = 900;

    /** Query rows with fewer impressions on a day are withheld. */
    private const FEWEST = 3;

    /** Days that are not told whole yet, by how long ago they were: share of the pages that are told. */
    private const LATE = [1 => 0.7, 2 => 0.93];

    /** Days that the market knows of when it opens. */
    private const PAST = 480;

    public function __construct(private Book $book, private string $shop)
    {
    }

    public function serve(string $method, string $target, string $body, string $authorization): void
    {
        $path = (string) parse_url($target, PHP_URL_PATH);
        parse_str((string) parse_url($target, PHP_URL_QUERY), $query);
        if ($path === '/v1/token' && $method === 'POST') {
            $this->token((array) json_decode($body, true));

            return;
        }
        if ($path === '/indexnow' && $method === 'POST') {
            $this->indexNow((array) json_decode($body, true));

            return;
        }
        [$given, $until] = explode(' ', $this->book->get('token', ' 0')) + ['', '0'];
        if ($given === '' || ! hash_equals("Bearer $given", $authorization) || (int) $until < time()) {
            $this->answer(401, ['error' => 'The token is missing, wrong or has run out.']);

            return;
        }
        if ($this->book->count('second '.time()) > self::A_SECOND) {
            $this->answer(429, ['error' => 'Too many requests at once.'], 1);

            return;
        }
        if ($this->book->count('quota '.$this->book->today()) > self::QUOTA) {
            $this->answer(429, ['error' => 'The quota of the day is used up.'], 3600);

            return;
        }
        match (true) {
            $path === '/v1/clock' && $method === 'GET' => $this->answer(200, ['today' => $this->book->today()]),
            $path === '/v1/clock' && $method === 'POST' => $this->moveOn((array) json_decode($body, true)),
            $path === '/v1/search' => $this->rows('search', $query),
            $path === '/v1/sales' => $this->rows('sales', $query),
            default => $this->answer(404, ['error' => 'There is nothing here.']),
        };
    }

    /**
     * The IndexNow protocol: a host, a key of 8 to 128 characters, and addresses of that host, 10,000 at most. Whether
     * the host shows the key is not looked at here: the stand-in shop stands on loopback.
     *
     * @param  array<int|string, mixed>  $given
     */
    private function indexNow(array $given): void
    {
        $host = is_string($given['host'] ?? null) ? $given['host'] : '';
        $key = is_string($given['key'] ?? null) ? $given['key'] : '';
        $urls = is_array($given['urlList'] ?? null) ? array_filter($given['urlList'], is_string(...)) : [];
        if (
            $host === '' ||
            preg_match('/^[A-Za-z0-9\-]{8,128}$/', $key) !== 1 ||
            $urls === [] ||
            count($urls) > 10000
        ) {
            $this->answer(400, ['error' => 'host, key and urlList are needed.']);

            return;
        }
        foreach ($urls as $url) {
            $port = parse_url($url, PHP_URL_PORT);
            if (parse_url($url, PHP_URL_HOST).($port === null ? '' : ":$port") !== $host) {
                $this->answer(422, ['error' => "$url is not of $host."]);

                return;
            }
        }
        $this->book->set(
            'indexnow',
            (string) json_encode([
                ...array_slice((array) json_decode($this->book->get('indexnow', '[]'), true), -20000),
                ...array_values($urls),
            ]),
        );
        $this->answer(202, []);
    }

    /** @param  array<array-key, mixed>  $given */
    private function token(array $given): void
    {
        if (! is_string($given['secret'] ?? null) || ! hash_equals($this->book->get('secret'), $given['secret'])) {
            $this->answer(401, ['error' => 'The secret is wrong.']);

            return;
        }
        $token = bin2hex(random_bytes(16));
        $this->book->set('token', $token.' '.(time() + self::TOKEN_SECONDS));
        $this->answer(200, ['token' => $token, 'seconds' => self::TOKEN_SECONDS]);
    }

    /** @param  array<array-key, mixed>  $given */
    private function moveOn(array $given): void
    {
        $days = is_int($given['days'] ?? null) ? max(1, min(400, $given['days'])) : 1;
        $next = (new DateTimeImmutable($this->book->today()))->modify('+1 day')->format('Y-m-d');
        // What the shop shows now is what it shows on the days to come.
        $this->book->note($next, Shelf::read($this->shop));
        $this->book->set(
            'today',
            (new DateTimeImmutable($this->book->today()))->modify("+$days days")->format('Y-m-d'),
        );
        $this->book->db->exec("DELETE FROM uses WHERE what LIKE 'second %'");
        $this->answer(200, ['today' => $this->book->today()]);
    }

    /** @param  array<array-key, mixed>  $query */
    private function rows(string $what, array $query): void
    {
        $day = static fn (string $key): ?string => is_string($query[$key] ?? null) &&
        preg_match('/^\d{4}-\d\d-\d\d$/', $query[$key]) === 1
            ? $query[$key]
            : null;
        [$from, $to] = [$day('from'), $day('to')];
        if ($from === null || $to === null || $from > $to) {
            $this->answer(422, ['error' => 'from and to have to be days.']);

            return;
        }
        $by = array_values(
            array_intersect(
                ['page', 'query', 'device', 'country'],
                explode(',', is_string($query['by'] ?? null) ? $query['by'] : 'page'),
            ),
        );
        $first = max(
            $from,
            (new DateTimeImmutable($this->book->get('opened')))->modify('-'.self::PAST.' days')->format('Y-m-d'),
        );
        $last = min($to, (new DateTimeImmutable($this->book->today()))->modify('-1 day')->format('Y-m-d'));
        [$at, $skip] = explode('.', is_string($query['cursor'] ?? null) ? $query['cursor'] : "$first.0") + ['', '0'];
        $at = max($at, $first);
        $rows = [];
        $next = null;
        for (;
            $at <= $last && $next === null;
            $at = (new DateTimeImmutable($at))->modify('+1 day')->format('Y-m-d'), $skip = '0'
        ) {
            $all = $what === 'search' ? $this->summed($this->ofDay($at)['search'], $by) : $this->ofDay($at)['sales'];
            $rest = array_slice($all, (int) $skip);
            foreach (array_slice($rest, 0, self::ROWS - count($rows)) as $row) {
                $rows[] = ['day' => $at] + $row;
            }
            if (count($rows) === self::ROWS) {
                $next = $this->cursor($at, $all, $rows);
            }
        }
        $this->answer(200, [
            'rows' => $rows,
            'next' => $next,
            'first_day' => $first,
            'last_day' => $last,
            'whole_to' => (new DateTimeImmutable($this->book->today()))
                ->modify('-'.(max(array_keys(self::LATE)) + 1).' days')
                ->format('Y-m-d'),
        ]);
    }

    /**
     * Where to go on behind the last row that was told.
     *
     * @param  list<array<string, int|float|string>>  $all  rows of the day
     * @param  list<array<string, int|float|string>>  $told
     */
    private function cursor(string $day, array $all, array $told): string
    {
        $ofDay = count(array_filter($told, static fn (array $row): bool => $row['day'] === $day));
        $skipped =
            is_string($_GET['cursor'] ?? null) && str_starts_with($_GET['cursor'], "$day.")
                ? (int) substr($_GET['cursor'], 11)
                : 0;

        return $skipped + $ofDay >= count($all)
            ? (new DateTimeImmutable($day))->modify('+1 day')->format('Y-m-d').'.0'
            : "$day.".($skipped + $ofDay);
    }

    /** @return array{search: list<array<string, int|float|string>>, sales: list<array<string, int|float|string>>} */
    private function ofDay(string $day): array
    {
        $pages = $this->book->shownOn($day);
        $age = (int) (new DateTimeImmutable($day))->diff(new DateTimeImmutable($this->book->today()))->days;
        if (isset(self::LATE[$age])) {
            $pages = array_filter(
                $pages,
                static fn (string $path): bool => hexdec(substr(md5($day.$path), 0, 4)) / 65536 < self::LATE[$age],
                ARRAY_FILTER_USE_KEY,
            );
        }
        $market = new Market((int) $this->book->get('seed', '7'), $pages);
        $told = $market->day($day);
        $host = $this->shop;
        foreach (['search', 'sales'] as $what) {
            $told[$what] = array_map(
                static fn (array $row): array => ['page' => $host.$row['page']] + $row,
                $told[$what],
            );
        }

        return $told;
    }

    /**
     * @param  list<array<string, int|float|string>>  $rows  of searches
     * @param  list<string>  $by
     * @return list<array<string, int|float|string>>
     */
    private function summed(array $rows, array $by): array
    {
        $of = $sums = [];
        foreach ($rows as $row) {
            $key = implode("\n", array_map(static fn (string $name): string => (string) $row[$name], $by));
            $of[$key] = array_intersect_key($row, array_flip($by));
            [$clicks, $impressions, $position] = $sums[$key] ?? [0, 0, 0.0];
            $seen = (int) $row['impressions'];
            $sums[$key] = [
                $clicks + (int) $row['clicks'],
                $impressions + $seen,
                ($position * $impressions + (float) $row['position'] * $seen) / ($impressions + $seen),
            ];
        }
        $fewest = in_array('query', $by, true) ? self::FEWEST : 0;
        $rows = [];
        foreach ($sums as $key => [$clicks, $impressions, $position]) {
            if ($impressions >= $fewest) {
                $rows[] = ['position' => round($position, 2)] +
                    $of[$key] + ['clicks' => $clicks, 'impressions' => $impressions];
            }
        }

        return $rows;
    }

    /** @param  array<string, mixed>  $data */
    private function answer(int $status, array $data, int $retryAfter = 0): void
    {
        http_response_code($status);
        header('Content-Type: application/json');
        $retryAfter > 0 && header("Retry-After: $retryAfter");
        echo json_encode($data, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}
