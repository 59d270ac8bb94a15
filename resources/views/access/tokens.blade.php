@extends('frame')
@section('title', 'Tokens')
@section('content')
    <div class="head"><h1>Tokens for your own scripts</h1></div>
    <p class="hint">A token reads the numbers of every store that you may see, as JSON, and changes nothing. What can be asked is written down in <a href="{{ route('openapi') }}">OpenAPI</a>. Send it as <code>Authorization: Bearer …</code></p>
    @if (session('token'))
        <div class="note" role="status"><p>This is the only time that it is shown; we keep its digest alone.</p><p class="wrap-any"><b>{{ session('token') }}</b></p></div>
    @endif
    <table class="ledger">
        <thead><tr><th scope="col">Name</th><th scope="col">Made</th><th scope="col">Used last</th><th scope="col">Until</th><th scope="col"><span class="sr">Do</span></th></tr></thead>
        <tbody>
        @forelse ($tokens as $token)
            <tr><td class="wrap-any">{{ $token->name }}</td><td>{{ $token->created_at?->format('j M Y') }}</td><td>{{ $token->last_used_at?->format('j M Y, H:i') ?? 'never' }}</td><td>{{ $token->expires_at?->format('j M Y') }}@if ($token->expires_at?->isPast()) <span class="state is-hand">over</span>@endif</td>
                <td><form method="post" action="{{ route('tokens.take-back', $token->id) }}">@csrf<button class="button is-hand">Take back</button></form></td></tr>
        @empty
            <tr><td colspan="5">You have none.</td></tr>
        @endforelse
        </tbody>
    </table>
    <h2>A new token</h2>
    <form method="post" action="{{ route('tokens') }}" class="filters">@csrf
        <label>For <input class="input" name="name" maxlength="80" required placeholder="nightly report" value="{{ old('name') }}"></label>
        <label>days <input class="input short" name="days" type="number" min="1" max="730" required value="{{ old('days', 90) }}"></label>
        <button class="button is-growth">Make it</button>
    </form>
@endsection
