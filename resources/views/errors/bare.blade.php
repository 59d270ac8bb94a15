@php($assets = app(App\Platform\Web\Assets::class))
<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>@yield('title') · Young Orchard</title>
    <link rel="icon" href="data:,">
    <link rel="stylesheet" href="{{ $assets->url('orchard.css') }}">
</head>
<body>
    <main class="plain-page">
        <p class="wordmark">Young Orchard</p>
        @yield('content')
    </main>
</body>
</html>
