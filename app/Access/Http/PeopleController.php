<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Invitations;
use App\Access\Models\Membership;
use App\Access\Models\User;
use App\Access\Role;
use App\Store\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use Illuminate\View\View;

final class PeopleController
{
    public function index(Store $store): View
    {
        return view('access.people', [
            'store' => $store,
            'people' => DB::table('memberships')->join('users', 'users.id', '=', 'memberships.user_id')->where('store_id', $store->id)->orderBy('name')->get(['users.id', 'name', 'email', 'role']),
            'open' => DB::table('access_invitations')->where('store_id', $store->id)->whereNull('used_at')->where('expires_at', '>', now())->orderByDesc('id')->get(),
        ]);
    }

    public function invite(Request $request, Store $store, Invitations $invitations): RedirectResponse
    {
        $request->validate(['email' => ['required', 'email', 'max:190'], 'role' => ['required', Rule::enum(Role::class)]]);
        /** @var User $by */
        $by = $request->user();
        $secret = $invitations->invite($store, $request->string('email')->value(), Role::from($request->string('role')->value()), $by);

        return redirect()->route('people', $store)->with('invitation', route('invitation', $secret));
    }

    public function update(Request $request, Store $store, User $user): RedirectResponse
    {
        $request->validate(['role' => ['required', Rule::in([...array_column(Role::cases(), 'value'), 'none'])]]);
        $role = $request->string('role')->value();

        return DB::transaction(function () use ($store, $user, $role): RedirectResponse {
            $owners = Membership::query()->where('store_id', $store->id)->where('role', Role::Owner)->lockForUpdate()->pluck('user_id');
            if ($role !== Role::Owner->value && $owners->count() === 1 && $owners->contains($user->id)) {
                return back()->withErrors(['role' => 'A store keeps one owner at least. Make someone else owner first.']);
            }
            $membership = Membership::query()->where('store_id', $store->id)->where('user_id', $user->id);
            $role === 'none' ? $membership->delete() : $membership->update(['role' => $role]);

            return redirect()->route('people', $store)->with('done', $role === 'none' ? "{$user->name} no longer has access." : "{$user->name} is now $role.");
        });
    }
}
