@extends('frame')
@section('title', 'People')
@section('content')
    <div class="head"><h1>People of {{ $store->name }}</h1></div>
    @if (session('invitation'))
        <div class="note" role="status"><p>The invitation works once, within seven days. Send this link:</p><p class="wrap-any"><b>{{ session('invitation') }}</b></p></div>
    @endif
    <table class="ledger">
        <thead><tr><th scope="col">Name</th><th scope="col">E-mail address</th><th scope="col">Role</th></tr></thead>
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
    @if ($open->isNotEmpty())
        <h2>Invitations not taken up yet</h2>
        <ul>@foreach ($open as $invitation)<li>{{ $invitation->email }} as {{ $invitation->role }}, until {{ Illuminate\Support\Carbon::parse($invitation->expires_at)->setTimezone($store->timezone)->format('j M Y') }}</li>@endforeach</ul>
    @endif
@endsection
