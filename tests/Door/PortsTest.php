<?php

declare(strict_types=1);

use Tests\Door\CheckoutClone;

it(
    'comes up twice when two checkouts start in the same second, and chooses again where a port was taken meanwhile',
    function (): void {
        $clones = [new CheckoutClone('erster Garten'), new CheckoutClone('zweiter Garten')];
        // A port that another program took after it had been chosen, before the first start came to its end.
        $taken = stream_socket_server('tcp://127.0.0.1:0');
        $port = (int) substr((string) strrchr((string) stream_socket_get_name(sure($taken), false), ':'), 1);
        mkdir($clones[1]->root.'/var/run', 0700, true);
        file_put_contents(
            $clones[1]->root.'/var/run/settings',
            "HTTP_PORT=$port\nDB_PORT=".
                ($port < 60_000 ? $port + 1 : $port - 1).
                "\nDB_PASSWORD=".
                bin2hex(random_bytes(24)).
                "\nAPP_KEY=base64:".
                base64_encode(random_bytes(32)).
                "\nINSTANCE_ID=0123456789abcdef\nSHOPS=''\n",
        );
        try {
            $processes = array_map(
                static fn (CheckoutClone $clone) => $clone->begin(['start', '--no-demo'], $clone->root.'/out.txt'),
                $clones,
            );
            foreach ($processes as $i => $process) {
                expect(proc_close($process))->toBe(0, (string) file_get_contents($clones[$i]->root.'/out.txt'));
            }
            expect((string) file_get_contents($clones[1]->root.'/out.txt'))->toContain('choosing again');
            foreach ($clones as $clone) {
                expect($clone->health())->toBe("ok\n{$clone->setting('INSTANCE_ID')}\n");
            }
            $ports = static fn (CheckoutClone $clone): array => [
                $clone->setting('HTTP_PORT'),
                $clone->setting('DB_PORT'),
            ];
            expect(array_intersect($ports($clones[0]), $ports($clones[1])))
                ->toBe([])
                ->and($ports($clones[1]))
                ->not->toContain((string) $port);
            // The database's port is known to nobody else: it moves, also later.
            $clones[1]->door(['stop']);
            [$web, $database] = $ports($clones[1]);
            $inTheWay = stream_socket_server("tcp://127.0.0.1:$database");
            expect($inTheWay)->not->toBeFalse();
            expect($clones[1]->door(['start', '--no-demo']))->code->toBe(0);
            expect($clones[1]->setting('HTTP_PORT'))
                ->toBe($web)
                ->and($clones[1]->setting('DB_PORT'))
                ->not->toBe($database);
            expect($clones[1]->health())->toBe("ok\n{$clones[1]->setting('INSTANCE_ID')}\n");
            $clones[1]->door(['stop']);
            // People know the ports by now: they stay, and the program that stands in the way is named.
            $clones[0]->door(['stop']);
            $other = stream_socket_server('tcp://127.0.0.1:'.$clones[0]->setting('HTTP_PORT'));
            expect($other)->not->toBeFalse();
            expect($clones[0]->door(['start', '--no-demo']))
                ->code->toBe(1)
                ->out->toContain($clones[0]->setting('HTTP_PORT'));
        } finally {
            foreach ($clones as $clone) {
                $clone->remove();
            }
        }
    },
);

it('gives a stand-in that an older instance lacks ports of its own', function (): void {
    $folder = sys_get_temp_dir().'/ports-'.bin2hex(random_bytes(4));
    mkdir($folder);
    $script =
        'set -euo pipefail; cd '.
        escapeshellarg(dirname(__DIR__, 2)).
        '; ROOT="$PWD"; INSTANCE=run; VAR='.
        escapeshellarg($folder).
        '; for part in common instance settings; do . "bin/door/$part.sh"; done; supervisor_is_up() { return 1; }; owned() { :; }; port_is_taken() { return 1; };'.
        ' HTTP_PORT=48400; DB_PORT=48410; DB_PASSWORD=x; APP_KEY=x; INSTANCE_ID=x; SHOPS=tindrel:demo;'.
        // The ports that would be chosen first are this instance's own already.
        ' SHOP_PORT_tindrel=8420; MARKET_PORT_tindrel=8440; complete_settings; cat "$VAR/settings"';
    exec('bash -c '.escapeshellarg($script).' 2>&1', $out, $code);
    exec('rm -rf '.escapeshellarg($folder));
    expect($code)->toBe(0, implode("\n", $out))->and($out)->toContain("SHOPS='tindrel:demo fennmoor:pottery'");
    preg_match_all('/_PORT(?:_\w+)?=(\d+)/', implode("\n", $out), $ports);
    expect($ports[1])->toHaveCount(6)->and(array_unique($ports[1]))->toHaveCount(6);
});
