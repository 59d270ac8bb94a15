<!DOCTYPE html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>{{ $store->name }}: report to {{ $report->to }}</title>
</head>
<body>
<h1>{{ $store->name }}: what was done, what it earned</h1>
@include('watch.report-body')
</body>
</html>
