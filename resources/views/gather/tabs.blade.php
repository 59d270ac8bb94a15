<nav class="tabs-line" aria-label="Gather">
    <a href="{{ route('gather', $store) }}" @if (request()->routeIs('gather')) aria-current="page" @endif>Inventory</a>
    <a href="{{ route('gather.crawl', $store) }}" @if (request()->routeIs('gather.crawl')) aria-current="page" @endif>Crawls</a>
    <a href="{{ route('gather.changed', $store) }}" @if (request()->routeIs('gather.changed')) aria-current="page" @endif>What changed</a>
    <a href="{{ route('gather.files', $store) }}" @if (request()->routeIs('gather.file*')) aria-current="page" @endif>Files</a>
    <a href="{{ route('gather.feed', $store) }}" @if (request()->routeIs('gather.feed')) aria-current="page" @endif>Feed</a>
    <a href="{{ route('gather.rendered', $store) }}" @if (request()->routeIs('gather.rendered')) aria-current="page" @endif>After script</a>
</nav>
