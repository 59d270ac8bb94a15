{{ implode(', ', array_filter([$one->guest ?? ($people[$one->userId] ?? 'somebody who left'), $one->maker, $one->kind === null ? '' : App\Stores\Kinds\PageKind::from($one->kind)->plural()])) }}
