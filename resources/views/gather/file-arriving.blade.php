@extends('frame')
@section('title', $import->fileName)
@section('content')
    <div class="head"><h1 class="wrap-any">{{ $import->fileName }}</h1></div>
    @include('gather.tabs')
    <p>@n($import->arrived) of @n($import->bytes) bytes have arrived. Choose the same file again to continue.</p>
    <p class="form-end"><a class="button" href="{{ route('gather.files', $store) }}">Choose the file</a></p>
    @can('write', $store)<form method="post" action="{{ route('gather.file.drop', [$store, $import->id]) }}">@csrf<button class="button">Discard</button></form>@endcan
@endsection
