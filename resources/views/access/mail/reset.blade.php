Somebody asked for a new password for this address in Young Orchard.

Choose it within an hour. The link works once:
{!! $link !!}

If it was not you, leave the link alone: your password stays as it is.
