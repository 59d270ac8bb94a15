@extends('frame')
@section('title', 'People')
@section('content')
    <div class="head"><h1>Settings of {{ $store->name }}</h1></div>
    @include('store.settings.tabs')
    <p class="soft">Who works in this store, and what each may do. An invitation is a link that works once, for seven days.</p>
    @if (session('link'))
        <div class="note" role="status"><p>{{ session('link')['words'] }}</p><p class="wrap-any"><b>{{ session('link')['url'] }}</b></p></div>
    @endif
    <table class="ledger">
        <thead><tr><th scope="col">Name</th><th scope="col">E-mail address</th><th scope="col">Role</th><th scope="col">Password</th></tr></thead>
        <tbody>
        @foreach ($people as $person)
            <tr>
                <td>{{ $person->name }}</td><td>{{ $person->email }}</td>
                <td>
                    <form method="post" action="{{ route('people.update', [$store, $person->id]) }}">
                        @csrf
                        <label class="sr" for="role-{{ $person->id }}">Role of {{ $person->name }}</label>
                        <span class="select"><select id="role-{{ $person->id }}" name="role">
                            @foreach (App\Access\Role::cases() as $role)<option value="{{ $role->value }}" @selected($role->value === $person->role)>{{ $role->value }}: {{ $role->means() }}</option>@endforeach
                            <option value="none">no access any more</option>
                        </select></span>
                        <button class="button">Set</button>
                    </form>
                </td>
                <td>@if (in_array($person->id, $resettable, true))<form method="post" action="{{ route('people.reset', [$store, $person->id]) }}">@csrf<button class="button">Make a link for a new one<span class="sr"> for {{ $person->name }}</span></button></form>@else<span class="soft">belongs to other stores, too</span>@endif</td>
            </tr>
        @endforeach
        </tbody>
    </table>
    <h2>Invite someone</h2>
    <form method="post" action="{{ route('people.invite', $store) }}" class="filters">
        @csrf
        <label for="email">E-mail address</label><input class="input" id="email" name="email" type="email" maxlength="190" required>
        <label for="role">as</label>
        <span class="select"><select id="role" name="role">@foreach (App\Access\Role::cases() as $role)<option value="{{ $role->value }}">{{ $role->value }}</option>@endforeach</select></span>
        <button class="button is-growth">Make a link</button>
    </form>
    @if ($mails)<p class="hint">The link is mailed, and shown here.</p>@endif
    @if ($open !== [])
        <h2>Invitations not taken up yet</h2>
        <table class="ledger">
            <thead><tr><th scope="col">E-mail address</th><th scope="col">Role</th><th scope="col">Open until</th><th scope="col"><span class="sr">Actions</span></th></tr></thead>
            <tbody>
            @foreach ($open as $invitation)
                <tr><td>{{ $invitation->email }}</td><td>{{ $invitation->role }}</td><td>{{ App\Platform\Web\Forms::day(Illuminate\Support\Carbon::parse($invitation->expiresAt)->setTimezone($store->timezone)) }}</td>
                    <td><div class="filters">
                        <form method="post" action="{{ route('people.invitation.again', [$store, $invitation->id]) }}">@csrf<button class="button">New link<span class="sr"> for {{ $invitation->email }}</span></button></form>
                        <form method="post" action="{{ route('people.invitation.withdraw', [$store, $invitation->id]) }}">@csrf<button class="button is-hand">Withdraw<span class="sr"> the invitation of {{ $invitation->email }}</span></button></form>
                    </div></td></tr>
            @endforeach
            </tbody>
        </table>
    @endif
@endsection
