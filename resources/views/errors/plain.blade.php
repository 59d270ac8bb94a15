@php($isInside = App\Access\Http\ErrorFrame::isSafe())
@extends(request()->hasHeader('HX-Request') ? 'errors.part' : ($isInside ? 'frame' : 'errors.bare'))
@section('content')
    <div class="head"><h1>@yield('title')</h1></div>
    <p>@yield('words')</p>
    <p class="filters">@yield('ways')<a href="/">Your stores</a></p>
@endsection
