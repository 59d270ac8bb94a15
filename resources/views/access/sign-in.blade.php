@extends('frame')
@section('title', 'Sign in')
@section('content')
    <p class="wordmark">Young Orchard</p>
    <h1>Sign in</h1>
    @if (session('done'))<p class="note" role="status">{{ session('done') }}</p>@endif
    @if ($errors->any())<div class="note is-hand" role="alert">@foreach ($errors->all() as $error)<p>{{ $error }}</p>@endforeach</div>@endif
    <form method="post" action="{{ route('sign-in') }}">
        @csrf
        <label class="label-line" for="email">E-mail address</label>
        <input class="input wide" id="email" name="email" type="email" autocomplete="username" maxlength="190" required autofocus value="{{ old('email') }}">
        <label class="label-line" for="password">Password</label>
        <input class="input wide" id="password" name="password" type="password" autocomplete="current-password" maxlength="200" required>
        <p><br><button class="button is-growth">Sign in</button></p>
    </form>
    <p><a href="{{ route('password.ask') }}">Forgotten the password?</a></p>
@endsection
