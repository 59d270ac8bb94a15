<?php

declare(strict_types=1);

use Tests\Door\CheckoutClone;

/** What stood in the list of processes while the door was at work, in one string. */
function processesDuring(callable $ended): string
{
    $seen = [];
    while (! $ended()) {
        $seen[(string) shell_exec('cat /proc/[0-9]*/cmdline 2>/dev/null')] = true;
        usleep(10_000);
    }

    return strtr(implode("\n", array_keys($seen)), "\0", ' ');
}

/** @return list<string> what others than the owner could read or write */
function openToOthers(string $folder): array
{
    exec('find '.escapeshellarg($folder).' ! -type l ! -type s -perm /077', $open);

    return $open;
}

function inGarden(): CheckoutClone
{
    static $garden;

    return $garden ??= new CheckoutClone('Gärten mit Platz (2)');
}

afterAll(function (): void {
    inGarden()->remove();
});

it(
    'starts in a folder with blanks and umlauts, keeps everything its owner’s alone, and tells no secret to the list of processes',
    function (): void {
        $garden = inGarden();
        $process = $garden->begin(['start', '--no-demo'], $out = sys_get_temp_dir().'/start.txt');
        $code = null;
        $seen = processesDuring(static function () use ($process, &$code): bool {
            $status = proc_get_status($process);
            $code ??= $status['running'] ? null : $status['exitcode'];

            return ! $status['running'];
        });
        expect($code)->toBe(0, (string) file_get_contents($out));
        expect(file_get_contents($out))->toContain('http://127.0.0.1:');
        expect($garden->health())->toBe("ok\n{$garden->setting('INSTANCE_ID')}\n");
        expect($seen)
            ->toContain('mariadb')
            ->not->toContain($garden->setting('DB_PASSWORD'))
            ->not->toContain($garden->setting('APP_KEY'));
        expect(openToOthers($garden->root.'/var'))->toBe([]);
        expect($garden->door(['start', '--no-demo']))->code->toBe(0)->out->toContain('nothing to do');
        expect($garden->door(['status']))->code->toBe(0);
    },
);

it('reads and writes the caller’s files by whatever path they are named', function (): void {
    $garden = inGarden();
    expect($garden->door(['store:add', '--name=Gärtnerei', '--url=https://shop.example', '--slug=garden']))->code->toBe(
        0,
    );
    $folder = sys_get_temp_dir().'/Eigene Dateien';
    mkdir($folder, 0700);
    file_put_contents(
        "$folder/Klicks Mai.csv",
        "page,day,clicks,impressions\nhttps://shop.example/a,2026-05-04,3,40\n",
    );
    $import = $garden->door(['gather:import', 'search', 'Klicks Mai.csv', '--store=garden', '--wait'], in: $folder);
    expect($import)->code->toBe(0, $import['out']);
    expect($garden->door(['gather:export', '--store=garden', '--out=Meine Seiten.csv'], in: $folder))->code->toBe(0);
    expect(file_get_contents("$folder/Meine Seiten.csv"))->toContain('https://shop.example/a');
    expect($garden->door(['gather:import', 'search', 'nicht da.csv', '--store=garden'], in: $folder))->code->toBe(2);
});

it('tells in words what the web server itself cannot do', function (): void {
    $garden = inGarden();
    posix_geteuid() === 0 && $this->markTestSkipped('Root writes everywhere.');
    $post = static function (int $bytes) use ($garden): array {
        $curl = curl_init('http://127.0.0.1:'.$garden->setting('HTTP_PORT').'/sign-in');
        curl_setopt_array($curl, [
            CURLOPT_POST => true,
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_POSTFIELDS => ['file' => str_repeat('x', $bytes)],
        ]);
        $body = (string) curl_exec($curl);

        return [curl_getinfo($curl, CURLINFO_RESPONSE_CODE), $body];
    };
    // A body that has no room is what a full disk is to the web server.
    chmod($garden->root.'/var/run/nginx/body', 0500);
    [$status, $body] = $post(300_000);
    chmod($garden->root.'/var/run/nginx/body', 0700);
    expect($status)->toBe(500)->and($body)->toContain('disk is full')->toContain('Nothing was stored');
    [$status, $body] = $post(70_000_000);
    expect($status)->toBe(413)->and($body)->toContain('too large')->toContain('64 MB');
});

it('backs up and brings back: every table, key and upload equal, and what was there is kept', function (): void {
    $garden = inGarden();
    $garden->door(['stop']);
    file_put_contents($garden->root.'/var/run/storage/app/uploads/a file', 'of somebody');
    $key = $garden->setting('APP_KEY');
    $backup = $garden->door(['backup', 'Sicherung eins.tar'], in: sys_get_temp_dir());
    expect($backup)->code->toBe(0, $backup['out']);
    $file = sys_get_temp_dir().'/Sicherung eins.tar';
    expect(fileperms($file) & 0o077)->toBe(0);
    expect($garden->door(['backup', $file]))->code->toBe(1)->out->toContain('is there already');
    exec('tar -xOf '.escapeshellarg($file).' ./tables.tsv', $before);
    expect(count($before))
        ->toBeGreaterThan(80)
        ->and(implode("\n", $before))
        ->toContain("stores\t1\t")
        ->toContain("search_rows\t1\t");

    expect($garden->door(['restore', $file]))->code->toBe(1)->out->toContain('--replace');
    file_put_contents(
        $cut = sys_get_temp_dir().'/cut.tar',
        substr((string) file_get_contents($file), 0, intdiv((int) filesize($file), 2)),
    );
    expect($garden->door(['restore', $cut, '--replace']))->code->toBe(1)->out->toContain('backup');
    unlink($garden->root.'/var/run/storage/app/uploads/a file');
    $restored = $garden->door(['restore', 'Sicherung eins.tar', '--replace'], in: sys_get_temp_dir());
    expect($restored)
        ->code->toBe(0, $restored['out'])
        ->out->toContain(count($before).' tables, all equal');
    expect(file($garden->root.'/var/run/log/restored.tsv', FILE_IGNORE_NEW_LINES))->toBe($before);
    expect($garden->setting('APP_KEY'))
        ->toBe($key)
        ->and(file_get_contents($garden->root.'/var/run/storage/app/uploads/a file'))
        ->toBe('of somebody');
    expect(glob($garden->root.'/var/run-before-*'))->toHaveCount(1);
    expect($garden->door(['start', '--no-demo']))->code->toBe(0);
    expect($garden->sql('SELECT slug FROM stores'))->toBe('garden');
});

it('starts a database that came back as a copy, without a mark of ours', function (): void {
    $garden = inGarden();
    $garden->door(['stop']);
    $mysql = $garden->root.'/var/run/mysql';
    [$old, $new] = [escapeshellarg($mysql), escapeshellarg("$mysql.kept")];
    exec("mv $old $new && mkdir $old && cp -a $new/* $old && rm -rf $new");
    expect(is_file("$mysql/.made"))->toBeFalse();
    expect($garden->door(['start', '--no-demo']))->code->toBe(0);
    expect($garden->sql('SELECT slug FROM stores'))->toBe('garden');
});

it('touches nothing and says what is wrong where something is lost', function (
    string $harm,
    string $mend,
    string $words,
    array $mends = [],
): void {
    $garden = inGarden();
    $garden->door(['stop']);
    $run = escapeshellarg($garden->root.'/var/run');
    exec("cd $run && $harm");
    $kept = static fn (): string => (string) shell_exec(
        "cd $run && find . -name '*.ibd' -o -name ibdata1 -o -name 'settings*' -o -name mysql | sort; cat settings 2>/dev/null",
    );
    $before = $kept();
    $start = $garden->door(['start', '--no-demo']);
    expect($start)->code->toBe(1, $start['out'])->out->toContain($words);
    $after = $kept();
    $garden->door(['stop']);
    exec("cd $run && $mend");
    expect($after)->toBe($before);
    if ($mends !== []) {
        expect($garden->door(array_values($mends)))->code->toBe(0);
    }
})->with([
    'half a database folder' => ['mv mysql/ibdata1 .', 'mv ibdata1 mysql/', 'not a whole database'],
    'no database folder' => ['mv mysql elsewhere', 'mv elsewhere mysql', 'is gone'],
    'an empty database folder' => ['mv mysql elsewhere; mkdir mysql', 'rmdir mysql; mv elsewhere mysql', 'is gone'],
    'the application’s database' => ['mv mysql/orchard elsewhere', 'mv elsewhere mysql/orchard', 'gone from it'],
    'a table’s file' => ['mv mysql/orchard/stores.ibd .', 'mv stores.ibd mysql/orchard/', 'cannot be read: stores'],
    'no settings' => ['mv settings elsewhere', 'true', 'key to the secrets', ['restore', '--settings']],
    'cut settings' => [
        'cp settings elsewhere; head -c 60 elsewhere >settings',
        'mv elsewhere settings',
        'missing or cut short',
    ],
    'another key' => [
        "cp settings elsewhere; sed -i 's/^APP_KEY=.*/APP_KEY=base64:AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA=/' settings",
        'mv elsewhere settings',
        'not the key',
    ],
]);

it(
    'starts again when all that was lost is back, and changes nothing along links that lead elsewhere',
    function (): void {
        mkdir($outside = sys_get_temp_dir().'/outside');
        chmod($outside, 0755);
        symlink($outside, inGarden()->root.'/var/run/leads-out');
        expect(inGarden()->door(['start', '--no-demo']))->code->toBe(0);
        clearstatcache();
        expect(fileperms($outside) & 0o777)->toBe(0o755);
        chmod($outside, 0700);
        expect(inGarden()->sql('SELECT slug FROM stores'))->toBe('garden');
    },
);

it('names tables that were deleted', function (): void {
    $garden = inGarden();
    $garden->sql('RENAME TABLE drafts TO other_name, history TO another_name');
    $garden->door(['stop']);
    expect($garden->door(['start', '--no-demo']))->code->toBe(1)->out->toContain('gone: drafts, history');
    $garden->sql('RENAME TABLE other_name TO drafts, another_name TO history');
});

it('says that nothing can be written', function (): void {
    posix_geteuid() === 0 && $this->markTestSkipped('Root writes everywhere.');
    $garden = inGarden();
    $garden->door(['stop']);
    chmod($garden->root.'/var/run/tmp', 0500);
    $started = $garden->door(['start', '--no-demo']);
    chmod($garden->root.'/var/run/tmp', 0700);
    expect($started)->code->toBe(1)->out->toContain('Nothing can be written');
});

it('names extensions that are installed but switched off', function (): void {
    $folder = sys_get_temp_dir().'/switched-off';
    mkdir($folder);
    file_put_contents("$folder/php", "#!/bin/sh\n/usr/bin/php \"\$@\" | grep -vx intl\n");
    chmod("$folder/php", 0700);
    $started = inGarden()->door(
        ['start', '--no-demo'],
        ['PATH' => "$folder:/usr/local/sbin:/usr/local/bin:/usr/sbin:/usr/bin:/sbin:/bin"],
    );
    expect($started)->code->toBe(1)->out->toContain('switched off for php: intl')->toContain('phpenmod intl');
});
