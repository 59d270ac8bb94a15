<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use RuntimeException;

/** One headless Chromium with a home of its own, which is gone with it. */
final class BrowserProcess
{
    private const PROGRAMS = ['/usr/bin/chromium', '/usr/bin/chromium-browser'];

    /** @var array<int, resource> */
    public array $pipes = [];

    /** @var resource */
    private $process;

    private string $home;

    /**
     * @param  list<string>  $arguments
     * @param  array<int, array{string, string}>  $pipes  descriptors that lead somewhere
     *
     * @throws RuntimeException where there is none, or it may not be started here
     */
    public function __construct(array $arguments, array $pipes)
    {
        $program = self::program() ?? throw new RuntimeException('No Chromium is installed here.');
        $how = config('app.renderer');
        self::isThere() ||
            throw new RuntimeException(
                'Chromium\'s sandbox does not start on this server; pages are not shown without it.',
            );
        $this->home = ($how === 'sandbox' ? sys_get_temp_dir() : '/tmp').'/browser-'.bin2hex(random_bytes(8));
        mkdir($this->home, 0700);
        $how === 'sandbox' || chown($this->home, 'nobody');
        $process = proc_open(
            [
                ...$how === 'sandbox' ? [] : ['/usr/sbin/runuser', '-u', 'nobody', '--'],
                $program,
                ...$how === 'user' ? ['--no-sandbox'] : [],
                '--headless',
                '--disable-gpu',
                '--disable-quic',
                '--disable-dev-shm-usage',
                '--no-first-run',
                '--disable-extensions',
                '--disable-background-networking',
                '--disable-component-update',
                '--disable-sync',
                '--no-proxy-server',
                "--user-data-dir=$this->home",
                '--user-agent='.GuardedHttp::USER_AGENT,
                ...$arguments,
            ],
            $pipes + [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
            $this->pipes,
            $this->home,
            ['HOME' => $this->home, 'TMPDIR' => $this->home, 'LC_ALL' => 'C.UTF-8', 'PATH' => '/usr/bin:/bin'],
        );
        if (! is_resource($process)) {
            exec('rm -rf '.escapeshellarg($this->home));

            throw new RuntimeException('Chromium does not start.');
        }
        $this->process = $process;
    }

    public static function program(): ?string
    {
        return array_values(array_filter(self::PROGRAMS, is_executable(...)))[0] ?? null;
    }

    /**
     * Whether pages can be shown here: only where Chromium cannot reach what our user owns (found out at the start).
     */
    public static function isThere(): bool
    {
        return self::program() !== null && in_array(config('app.renderer'), ['sandbox', 'user-sandbox', 'user'], true);
    }

    /** @param  bool  $isDone  whether it ends by itself */
    public function end(bool $isDone): void
    {
        $pid = proc_get_status($this->process)['pid'];
        $isDone || exec("pkill -9 -P $pid; pkill -9 -f ".escapeshellarg($this->home));
        proc_terminate($this->process, 9);
        array_map(fclose(...), $this->pipes);
        proc_close($this->process);
        exec('rm -rf '.escapeshellarg($this->home));
    }
}
