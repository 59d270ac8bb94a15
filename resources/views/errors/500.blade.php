@extends('errors.plain')
@section('title', 'Something went wrong')
@section('words', 'This is not your fault, and nothing that was saved is lost. The error is in the application’s log. Try again; if it happens again, tell whoever looks after the server what you did and when.')
