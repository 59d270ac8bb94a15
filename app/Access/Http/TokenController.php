<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Models\User;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** Tokens by which somebody's own scripts do what that person may do; or read alone. */
final class TokenController
{
    /** Tokens that one person may have. */
    private const MOST = 20;

    public function index(Request $request): View
    {
        return view('access.tokens', ['tokens' => self::user($request)->tokens()->orderByDesc('id')->get()]);
    }

    public function make(Request $request): RedirectResponse
    {
        $given = $request->validate([
            'name' => ['required', 'string', 'max:80'],
            'days' => ['required', 'integer', 'min:1', 'max:730'],
            'may' => ['nullable', 'in:read,write'],
        ]);
        $user = self::user($request);
        if ($user->tokens()->count() >= self::MOST) {
            return back()->withErrors([
                'name' => 'You have '.self::MOST.' tokens already; take back one that is not used any more.',
            ]);
        }
        $token = $user->createToken(
            $given['name'],
            ($given['may'] ?? 'read') === 'write' ? ['read', 'write'] : ['read'],
            now()->addDays((int) $given['days']),
        );

        return redirect()->route('tokens')->with('token', $token->plainTextToken);
    }

    public function takeBack(Request $request, int $token): RedirectResponse
    {
        self::user($request)->tokens()->where('id', $token)->delete();

        return redirect()->route('tokens')->with('done', 'The token is revoked.');
    }

    private static function user(Request $request): User
    {
        $user = $request->user();

        return $user instanceof User ? $user : abort(401);
    }
}
