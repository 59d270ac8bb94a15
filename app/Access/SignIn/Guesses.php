<?php

declare(strict_types=1);

namespace App\Access\SignIn;

use App\Platform\Typed;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\RateLimiter;

/**
 * Failed guesses at a password, counted for a day by one key. So many are free; after that each one makes the next
 * wait, a quarter of a minute at first and twice as long each time, a quarter of an hour at most.
 */
final readonly class Guesses
{
    private const COUNTED_SECONDS = 86_400;

    private const FIRST_WAIT = 15;

    private const LONGEST_WAIT = 900;

    /** Past the free ones, guesses are looked at one by one. */
    private const TURN_SECONDS = 2;

    private function __construct(private string $key, private int $free)
    {
    }

    /**
     * Guesses at one account. An address from which that person has signed in before is counted apart, so that nobody
     * is kept out of an account by a stranger who guesses at it.
     */
    public static function at(string $email, string $address): self
    {
        $account = sha1(mb_strtolower($email));
        $isKnown = Cache::has(self::knownKey($email, $address));

        return new self('guesses-at:'.$account.($isKnown ? ':'.sha1($address) : ''), 5);
    }

    /** Guesses from one address, at whatever account: an office shares one. */
    public static function from(string $address): self
    {
        return new self('guesses-from:'.sha1($address), 30);
    }

    /** Keeps in mind that somebody signed in from here. */
    public static function know(string $email, string $address): void
    {
        Cache::put(self::knownKey($email, $address), true, now()->addDays(60));
    }

    /** Seconds until the next guess is looked at; 0 for at once. */
    public function wait(): int
    {
        return max(0, Typed::int(Cache::get($this->key.':until', 0)) - now()->getTimestamp());
    }

    /** Whether a guess is looked at now; it is counted then. */
    public function mayTry(): bool
    {
        return $this->wait() === 0 && $this->count();
    }

    /** Counts before the password is looked at, so that many guesses at once are no way round. */
    private function count(): bool
    {
        return RateLimiter::hit($this->key, self::COUNTED_SECONDS) <= $this->free ||
            Cache::add($this->key.':turn', true, self::TURN_SECONDS);
    }

    public function failed(): void
    {
        $over = Typed::int(RateLimiter::attempts($this->key)) - $this->free;
        if ($over >= 0) {
            $wait = (int) min(self::LONGEST_WAIT, self::FIRST_WAIT * 2 ** min(10, $over));
            Cache::put($this->key.':until', now()->getTimestamp() + $wait, $wait + 1);
        }
    }

    /** The guess was right: it does not count. */
    public function wasRight(bool $forgetOthers): void
    {
        if ($forgetOthers) {
            RateLimiter::clear($this->key);
            Cache::forget($this->key.':until');
        } else {
            RateLimiter::decrement($this->key, self::COUNTED_SECONDS);
        }
    }

    private static function knownKey(string $email, string $address): string
    {
        return 'signed-in:'.sha1(mb_strtolower($email).'|'.$address);
    }
}
