<?php

declare(strict_types=1);

namespace App\Access;

use App\Platform\Web\Caller;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\RateLimiter;

/** How often a minute something may be asked. Each has a name, and with it a counter of its own. */
final class Limits
{
    /** Calls a minute by one address, before anybody is signed in. */
    private const BY_ADDRESS = [
        'password-links' => 6,
        'password-resets' => 10,
        'invitations' => 60,
        'acceptances' => 30,
        'csp-reports' => 60,
    ];

    /** Calls a minute by one person. */
    private const BY_PERSON = ['tokens' => 20, 'inviting' => 30, 'image-sizes' => 20, 'json' => 120, 'looking' => 20];

    public static function register(): void
    {
        foreach (self::BY_ADDRESS as $name => $calls) {
            RateLimiter::for(
                $name,
                static fn (Request $request): Limit => Limit::perMinute($calls)->by($name.'|'.$request->ip()),
            );
        }
        foreach (self::BY_PERSON as $name => $calls) {
            RateLimiter::for($name, static function (Request $request) use ($name, $calls): Limit {
                return Limit::perMinute($calls)->by($name.'|'.(Caller::id($request) ?: $request->ip()));
            });
        }
    }
}
