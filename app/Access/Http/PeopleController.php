<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Invitations;
use App\Access\LastOwner;
use App\Access\Mail\Postbox;
use App\Access\Memberships;
use App\Access\Models\User;
use App\Access\Passwords\ResetLinks;
use App\Access\Role;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\View\View;
use InvalidArgumentException;

final class PeopleController
{
    public function index(Request $request, Store $store): View
    {
        $people = User::query()
            ->join('memberships', 'users.id', '=', 'memberships.user_id')
            ->where('memberships.store_id', $store->id)
            ->orderBy('users.name')
            ->get(['users.*', 'memberships.role']);
        /** @var User $owner */
        $owner = $request->user();

        return view('access.people', [
            'store' => $store,
            'people' => $people,
            'open' => Invitations::open($store->id),
            'mails' => Postbox::isThere(),
            'resettable' => ResetLinks::among(
                $owner,
                array_values($people->map(static fn (User $user): int => $user->id)->all()),
            ),
        ]);
    }

    public function invite(Request $request, Store $store, Invitations $invitations): RedirectResponse
    {
        $request->validate([
            'email' => ['required', 'email', 'max:190'],
            'role' => ['required', Rule::enum(Role::class)],
        ]);
        /** @var User $by */
        $by = $request->user();
        $role = Role::from($request->string('role')->value());
        try {
            $secret = $invitations->invite($store, $request->string('email')->value(), $role, $by);
        } catch (InvalidArgumentException $refused) {
            return back()
                ->withInput()
                ->withErrors(['email' => $refused->getMessage()]);
        }

        return $this->tellLink($store, $request->string('email')->value(), $secret);
    }

    public function inviteAgain(Store $store, Invitations $invitations, int $invitation): RedirectResponse
    {
        $secret = $invitations->again($store, $invitation);
        abort_if($secret === null, 404, 'This invitation is no longer open.');
        $email = Invitations::emailOf($invitation);

        return $this->tellLink($store, $email, $secret);
    }

    public function withdraw(Store $store, Invitations $invitations, int $invitation): RedirectResponse
    {
        abort_unless($invitations->withdraw($store->id, $invitation), 404, 'This invitation is no longer open.');

        return redirect()
            ->route('people', $store)
            ->with('done', 'The invitation is withdrawn; its link opens nothing any more.');
    }

    public function update(Request $request, Store $store, int $user, Memberships $memberships): RedirectResponse
    {
        $person = Memberships::member($store, $user) ?? abort(404);
        $request->validate(['role' => ['required', Rule::in([...array_column(Role::cases(), 'value'), 'none'])]]);
        $role = Role::tryFrom($request->string('role')->value());
        try {
            $role === null ? $memberships->remove($store, $person) : $memberships->setRole($store, $person, $role);
        } catch (LastOwner $refused) {
            return back()->withErrors(['role' => $refused->getMessage()]);
        }
        $told = $role === null ? "{$person->name} no longer has access." : "{$person->name} is now {$role->value}.";

        return redirect()->route('people', $store)->with('done', $told);
    }

    public function resetLink(Request $request, Store $store, int $user): RedirectResponse
    {
        $person = Memberships::member($store, $user) ?? abort(404);
        /** @var User $owner */
        $owner = $request->user();
        abort_unless(
            ResetLinks::mayMake($owner, $person),
            403,
            'This person belongs to a store that is not yours. '.
                'The link would open that store, too; whoever looks after the server can make it: bin/orchard access:reset',
        );

        return redirect()
            ->route('people', $store)
            ->with('link', [
                'words' => "By this link {$person->name} chooses a new password, once, within an hour:",
                'url' => ResetLinks::make($person),
            ]);
    }

    private function tellLink(Store $store, string $email, string $secret): RedirectResponse
    {
        $sent = Postbox::isThere() ? "A mail with this link is on its way to $email." : "Send this link to $email.";

        return redirect()
            ->route('people', $store)
            ->with('link', [
                'words' => "$sent It works once, within seven days:",
                'url' => route('invitation', $secret),
            ]);
    }
}
