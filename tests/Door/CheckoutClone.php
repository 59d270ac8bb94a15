<?php

declare(strict_types=1);

namespace Tests\Door;

use RuntimeException;

/** A checkout of its own, in a folder of any name, whose door is called as a person would call it. */
final class CheckoutClone
{
    public readonly string $root;

    public function __construct(string $name)
    {
        $this->root = sys_get_temp_dir()."/$name";
        $from = dirname(__DIR__, 2);
        mkdir($this->root, 0700, true);
        $copy =
            'tar -C '.
            escapeshellarg($from).
            ' --exclude=./var --exclude=./.git -cf - . | tar -C '.
            escapeshellarg($this->root).
            ' -xf -';
        exec($copy.' 2>&1', $out, $code);
        if ($code !== 0) {
            throw new RuntimeException(implode("\n", $out));
        }
    }

    /**
     * @param  list<string>  $words
     * @param  array<string, string>  $environment
     * @return array{code: int, out: string}
     */
    public function door(array $words, array $environment = [], ?string $in = null): array
    {
        $out = (string) tempnam(sys_get_temp_dir(), 'door');
        $process = $this->begin($words, $out, $environment, $in);
        $code = proc_close($process);

        return ['code' => $code, 'out' => (string) file_get_contents($out)];
    }

    /**
     * @param  list<string>  $words
     * @param  array<string, string>  $environment
     * @return resource
     */
    public function begin(array $words, string $out, array $environment = [], ?string $in = null)
    {
        $environment += [
            'PATH' => '/usr/local/sbin:/usr/local/bin:/usr/sbin:/usr/bin:/sbin:/bin',
            'HOME' => sys_get_temp_dir(),
        ];
        $told = fopen($out, 'wb') ?: throw new RuntimeException("$out cannot be written.");
        $files = [0 => ['file', '/dev/null', 'r'], 1 => $told, 2 => $told];
        $process = proc_open(
            [$this->root.'/bin/orchard', ...$words],
            $files,
            $pipes,
            $in ?? $this->root,
            $environment,
        );

        return is_resource($process) ? $process : throw new RuntimeException('The door does not open.');
    }

    public function setting(string $name): string
    {
        preg_match("/^$name=(.*)$/m", (string) file_get_contents($this->root.'/var/run/settings'), $found);

        return $found[1] ?? '';
    }

    public function health(): string
    {
        return (string) @file_get_contents('http://127.0.0.1:'.$this->setting('HTTP_PORT').'/health');
    }

    /** What a statement answers, asked of the instance's own database. */
    public function sql(string $statement): string
    {
        $file = escapeshellarg('--defaults-file='.$this->root.'/var/run/my.cnf');
        $user = escapeshellarg((string) (posix_getpwuid(posix_geteuid())['name'] ?? ''));

        return trim(
            (string) shell_exec(
                'echo '.
                    escapeshellarg($statement).
                    " | mariadb $file -u $user --batch --skip-column-names orchard 2>&1",
            ),
        );
    }

    /** Ends what runs, and removes the checkout. */
    public function remove(): void
    {
        $this->door(['stop']);
        exec('chmod -R u+w '.escapeshellarg($this->root).'; rm -rf '.escapeshellarg($this->root));
    }
}
