<span><b>@n($n)</b> {{ $n === 1 ? 'page' : 'pages' }}</span>
