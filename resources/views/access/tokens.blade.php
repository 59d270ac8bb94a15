@extends('frame')
@section('title', 'Tokens')
@section('content')
    <div class="head"><h1>Tokens for your own scripts</h1></div>
    <p class="hint">With a token, a script reads all your stores as JSON, and where you let it, does what you may do there: brings files, writes drafts, decides, sends. The requests are described in <a href="{{ route('openapi') }}">OpenAPI</a>. Send it as <code>Authorization: Bearer …</code></p>
    @if (session('token'))
        <div class="note" role="status"><p>Copy it now: it is shown only once.</p><p class="wrap-any"><b>{{ session('token') }}</b></p></div>
    @endif
    <table class="ledger">
        <thead><tr><th scope="col">Name</th><th scope="col">May</th><th scope="col">Made</th><th scope="col">Used last</th><th scope="col">Until</th><th scope="col"><span class="sr">Actions</span></th></tr></thead>
        <tbody>
        @forelse ($tokens as $token)
            <tr><td class="wrap-any">{{ $token->name }}</td><td>{{ $token->can('write') ? 'read and write' : 'read' }}</td><td>{{ App\Platform\Web\Forms::day($token->created_at) }}</td><td>{{ App\Platform\Web\Forms::moment($token->last_used_at) ?: 'never' }}</td><td>{{ App\Platform\Web\Forms::day($token->expires_at) }}@if ($token->expires_at?->isPast()) <span class="state is-hand">expired</span>@endif</td>
                <td><form method="post" action="{{ route('tokens.take-back', $token->id) }}">@csrf<button class="button is-hand">Revoke</button></form></td></tr>
        @empty
            <tr><td colspan="6">No tokens yet.</td></tr>
        @endforelse
        </tbody>
    </table>
    <h2>New token</h2>
    <form method="post" action="{{ route('tokens') }}" class="filters">@csrf
        <label>For <input class="input" name="name" maxlength="80" required placeholder="nightly report" value="{{ old('name') }}"></label>
        <label>days <input class="input short" name="days" type="number" min="1" max="730" required value="{{ old('days', 90) }}"></label>
        <label>that may <span class="select"><select name="may"><option value="read">read</option><option value="write">read and write</option></select></span></label>
        <button class="button is-growth">Make the token</button>
    </form>
@endsection
