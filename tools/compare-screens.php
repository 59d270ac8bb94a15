<?php

/**
 * Asks two running instances with the demo for the same screens by turns: compare-screens.php BEFORE AFTER ROUNDS, the
 * first two as addresses. Prints the middle of the server times of each in milliseconds, and their ratio.
 */

declare(strict_types=1);

/** A signed-in owner of the demo store. */
final class Visitor
{
    private readonly string $jar;

    public function __construct(private readonly string $base)
    {
        $this->jar = (string) tempnam(sys_get_temp_dir(), 'jar');
        preg_match('/name="_token" value="([^"]+)"/', $this->fetch('/sign-in')[2], $token);
        $this->fetch('/sign-in', [
            '_token' => $token[1] ?? '',
            'email' => 'owner@tindrel.example',
            'password' => 'lamps-in-a-row',
        ]);
    }

    public function __destruct()
    {
        unlink($this->jar);
    }

    /**
     * @param  ?array<string, string>  $form
     * @return array{int, float, string} status, milliseconds of server time, the answer
     */
    public function fetch(string $path, ?array $form = null): array
    {
        $curl = curl_init($this->base.$path);
        curl_setopt_array(
            $curl,
            [
                CURLOPT_RETURNTRANSFER => true,
                CURLOPT_HEADER => true,
                CURLOPT_COOKIEJAR => $this->jar,
                CURLOPT_COOKIEFILE => $this->jar,
            ] + ($form === null ? [] : [CURLOPT_POSTFIELDS => http_build_query($form)]),
        );
        $answer = (string) curl_exec($curl);
        $status = curl_getinfo($curl, CURLINFO_RESPONSE_CODE);
        curl_close($curl);
        preg_match('/server-timing: app;dur=([\d.]+)/i', $answer, $time);

        return [$status, (float) ($time[1] ?? 0), $answer];
    }
}

/** @param  non-empty-list<float>  $values */
function middle(array $values): float
{
    sort($values);

    return $values[intdiv(count($values), 2)];
}

[, $before, $after, $rounds] = $argv + ['', '', '', '101'];
$visitors = [new Visitor($before), new Visitor($after)];
$ratios = [];
foreach (
    [
        '/stores', '/s/tindrel', '/s/tindrel/gather', '/s/tindrel/gather?kind=product&sort=clicks',
        '/s/tindrel/gather/counts', '/s/tindrel/gather/files', '/s/tindrel/write', '/s/tindrel/write?kind=product',
        '/s/tindrel/write?check=missing&field=description', '/s/tindrel/write/counts', '/s/tindrel/weigh',
        '/s/tindrel/weigh/quick-wins', '/s/tindrel/weigh/queries', '/s/tindrel/weigh/worklists', '/s/tindrel/untangle',
        '/s/tindrel/untangle/tangles', '/s/tindrel/release', '/s/tindrel/release/plan', '/s/tindrel/settings',
    ] as $path
) {
    $times = [[], []];
    $statuses = [];
    for ($round = -3; $round < (int) $rounds; $round++) {
        foreach ($visitors as $which => $visitor) {
            [$status, $time] = $visitor->fetch($path);
            $statuses[$which] = $status;
            $round < 0 || ($times[$which][] = $time);
        }
        if ($statuses !== [200, 200]) {
            break;
        }
    }
    if ($statuses !== [200, 200] || $times[0] === [] || $times[1] === []) {
        printf("%-52s left out: %s\n", $path, implode(' and ', $statuses));

        continue;
    }
    $ratios[] = $ratio = middle($times[1]) / middle($times[0]);
    printf("%-52s %6.1f  %6.1f ms  x%.3f\n", $path, middle($times[0]), middle($times[1]), $ratio);
}
$ratios === [] || printf("%-52s x%.3f\n", 'the middle of '.count($ratios).' ratios', middle($ratios));
