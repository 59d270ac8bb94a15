@extends('frame')
@section('title', 'Invitation')
@section('content')
    <p class="wordmark">Young Orchard</p>
    <h1>{{ $store ? 'Join '.$store->name : 'Add your store' }}</h1>
    <p>@if ($store){{ $invitation->email }} becomes <b>{{ $invitation->role }}</b>: {{ App\Access\Role::from($invitation->role)->means() }}.@else{{ $invitation->email }} may add stores, and owns those that are added.@endif</p>
    @if ($errors->any())<div class="note is-hand" role="alert">@foreach ($errors->all() as $error)<p>{{ $error }}</p>@endforeach</div>@endif
    <form method="post" action="{{ route('invitation', $secret) }}">
        @csrf
        @if (! $invitation->known)
            <label class="label-line" for="name">Your name</label>
            <input class="input wide" id="name" name="name" maxlength="80" required autocomplete="name" value="{{ old('name') }}">
        @endif
        <label class="label-line" for="password">{{ $invitation->known ? 'Your password' : 'A password, twelve characters at least' }}</label>
        <input class="input wide" id="password" name="password" type="password" maxlength="200" required autocomplete="{{ $invitation->known ? 'current-password' : 'new-password' }}">
        <p><br><button class="button is-growth">Join</button></p>
    </form>
@endsection
