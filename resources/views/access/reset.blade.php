@extends('frame')
@section('title', 'A new password')
@section('content')
    <p class="wordmark">Young Orchard</p>
    <h1>A new password</h1>
    <p>For {{ $email }}</p>
    @if ($errors->any())<div class="note is-hand" role="alert">@foreach ($errors->all() as $error)<p>{{ $error }}</p>@endforeach</div>@endif
    <form method="post" action="{{ route('password.reset', ['token' => $token]) }}">
        @csrf
        <input type="hidden" name="email" value="{{ $email }}">
        <label class="label-line" for="password">A password, twelve characters at least</label>
        <input class="input wide" id="password" name="password" type="password" minlength="12" maxlength="200" required autocomplete="new-password" autofocus>
        <p><br><button class="button is-growth">Set it</button></p>
    </form>
@endsection
