@extends('frame')
@section('title', $import->file_name)
@section('content')
    <div class="head"><h1 class="wrap-any">{{ $import->file_name }}</h1></div>
    @include('gather.tabs')
    <p>@n($import->arrived) of @n($import->bytes) bytes have arrived. Choose the same file again under <a href="{{ route('gather.files', $store) }}">Files</a>, and it goes on from there.</p>
    @can('write', $store)<form method="post" action="{{ route('gather.file.drop', [$store, $import->id]) }}">@csrf<button class="button">Let it go</button></form>@endcan
@endsection
