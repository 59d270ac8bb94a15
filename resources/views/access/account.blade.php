@extends('frame')
@section('title', 'Your account')
@section('content')
    <div class="head"><h1>Your account</h1><span class="soft">{{ $person->email }}</span></div>
    <h2>Password</h2>
    <form method="post" action="{{ route('account.password') }}" class="narrow">
        @csrf
        <label class="label-line" for="current">Current password</label>
        <input class="input wide" id="current" name="current" type="password" maxlength="200" required autocomplete="current-password">
        <label class="label-line" for="password">New password</label>
        <input class="input wide" id="password" name="password" type="password" minlength="12" maxlength="200" required autocomplete="new-password" aria-describedby="password-hint">
        <p class="hint" id="password-hint">At least 12 characters; several words are good. Your other sessions end. Your scripts’ tokens stay valid: <a href="{{ route('tokens') }}">see them</a>.</p>
        <p><button class="button is-growth">Change the password</button></p>
    </form>
    <h2>Numbers and dates</h2>
    <form method="post" action="{{ route('account.locale') }}" class="filters">
        @csrf
        <label for="locale">Written as in</label>
        <span class="select"><select id="locale" name="locale"><option value="">as your browser asks</option>@foreach (App\Platform\Web\Forms::LOCALES as $locale)<option value="{{ $locale }}" @selected($person->locale === $locale)>{{ Locale::getDisplayName($locale, 'en') }}</option>@endforeach</select></span>
        <button class="button">Save</button>
        <span class="hint">Here: {{ App\Platform\Web\Forms::number(12345.6, 1) }} and {{ App\Platform\Web\Forms::day(now()) }}</span>
    </form>
    <h2>Where you are signed in</h2>
    <table class="ledger">
        <thead><tr><th scope="col">Browser</th><th scope="col">Address</th><th scope="col">Last seen</th><th scope="col"><span class="sr">Actions</span></th></tr></thead>
        <tbody>
        @foreach ($sessions as $session)
            <tr><td>{{ $session->browser }}</td><td>{{ $session->address }}</td><td>{{ time() - $session->last < 60 ? 'just now' : Illuminate\Support\Carbon::createFromTimestamp($session->last)->diffForHumans() }}</td>
                <td>@if ($session->isThis)<span class="soft">this one</span>@else<form method="post" action="{{ route('account.session') }}">@csrf<input type="hidden" name="key" value="{{ $session->key }}"><button class="button is-hand">End</button></form>@endif</td></tr>
        @endforeach
        </tbody>
    </table>
    @if (count($sessions) > 1)<form method="post" action="{{ route('account.sessions') }}"><p><br>@csrf<button class="button is-hand">End all but this one</button></p></form>@endif
@endsection
