@extends('frame')
@section('title', 'A new password')
@section('content')
    <p class="wordmark">Young Orchard</p>
    <h1>A new password</h1>
    @if ($errors->any())<div class="note is-hand" role="alert">@foreach ($errors->all() as $error)<p>{{ $error }}</p>@endforeach</div>@endif
    @if ($mails)
        <form method="post" action="{{ route('password.ask') }}">
            @csrf
            <label class="label-line" for="email">E-mail address</label>
            <input class="input wide" id="email" name="email" type="email" autocomplete="username" maxlength="190" required autofocus value="{{ old('email') }}">
            <p><br><button class="button is-growth">Mail me a link</button></p>
        </form>
    @else
        <p>This server sends no mail. The owner of your store makes a link for you, under People; for an owner, whoever looks after the server does it by <code>bin/orchard access:reset</code>.</p>
    @endif
    <p><a href="{{ route('sign-in') }}">Back to signing in</a></p>
@endsection
