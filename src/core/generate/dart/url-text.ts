/** The part of the Dart output that is the same for each plan: URLs as RFC 3986 reads them. */
export const urlText = String.raw`import 'dart:convert' show utf8;

import 'forms.dart';

/// An origin of the app's links.
final class Origin {
  const Origin(this.text, this.scheme, this.hosts, this.port);

  final String text;
  final String scheme;

  /// The host, in ASCII and as people write it; none for a scheme of the app's own.
  final List<String> hosts;
  final String port;
}

/// Why a URL opens nothing.
enum Reason {
  empty,
  noScheme,
  twoSlashes,
  userInfo,
  noHost,
  noPort,
  otherOrigin,

  /// A character that has to be escaped.
  badCharacter,

  /// Half of a surrogate pair.
  loneSurrogate,
  brokenEscape,

  /// An escape that is not UTF-8.
  noUtf8,

  /// No pattern takes it.
  noPattern,

  /// A pattern takes it, and the URL lacks a value.
  missing,

  /// A pattern takes it, and Dart has no such value.
  outOfRange,
}

/// Why a URL opens nothing: the place of a character, or the name of a value.
final class Problem extends ByValues implements Exception {
  const Problem(this.reason, {this.at, this.name});

  final Reason reason;
  final int? at;
  final String? name;

  @override
  List<Object?> get values => [reason, at, name];

  @override
  String toString() => 'Problem(${'$'}{[reason.name, at, name].nonNulls.join(', ')})';
}

final class ReadUrl {
  const ReadUrl(this.origin, this.segments, this.query);

  /// Null for a path alone.
  final Origin? origin;
  final List<String> segments;

  /// The first value of each name of the query, as written.
  final Map<String, String> query;
}

/// Literal text of a segment, or a variable.
sealed class Part {
  const Part();
}

final class Literal extends Part {
  const Literal(this.text);

  final String text;
}

final class Variable extends Part {
  const Variable(this.name, this.fits, {this.isList = false});

  final String name;
  final bool Function(String text) fits;

  /// Whether a value is a list: of segments in the rest of a path, or with commas in a query.
  final bool isList;
}

final class UrlPattern {
  const UrlPattern(this.origin, this.segments, {this.rest, this.query = const []});

  /// Null for a pattern of every origin.
  final String? origin;
  final List<List<Part>> segments;
  final Variable? rest;
  final List<Variable> query;
}

const _defaultPorts = {'http': '80', 'https': '443', 'ws': '80', 'wss': '443', 'ftp': '21'};

/// Characters that neither a path nor a query may hold; characters beyond ASCII are allowed (RFC 3987).
final _forbidden = RegExp('[\\u0000-\\u0020"<>\\[\\\\\\]^${'`'}{|}\\u007f]');

final _loneSurrogate = RegExp(r'[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]');

/// Reads a URL, or a path that begins with a slash; throws a Problem.
ReadUrl readUrl(String text, List<Origin> origins) {
  if (text.isEmpty) throw const Problem(Reason.empty);
  final (origin, at) = _locate(text, origins);
  final hash = text.indexOf('#', at);
  final body = text.substring(at, hash < 0 ? text.length : hash);
  final bad = body.indexOf(_forbidden);
  if (bad >= 0) throw Problem(Reason.badCharacter, at: at + bad);
  final lone = body.indexOf(_loneSurrogate);
  if (lone >= 0) throw Problem(Reason.loneSurrogate, at: at + lone);
  final question = body.indexOf('?');
  final path = question < 0 ? body : body.substring(0, question);
  final segments = [
    for (final segment in _segmentsOf(path)) decode(segment) ?? (throw _brokenEscape(path, at)),
  ];
  final query = question < 0 ? '' : body.substring(question + 1);
  if (query.split(RegExp('[&=,]')).any((part) => decode(part) == null)) throw _brokenEscape(query, at + question + 1);
  return ReadUrl(origin, segments, _valuesOf(query));
}

/// The origin of a URL, and the offset of its path.
(Origin?, int) _locate(String text, List<Origin> origins) {
  if (text.startsWith('//')) throw const Problem(Reason.twoSlashes);
  if (text.startsWith('/')) return (null, 0);
  final match = RegExp('^([A-Za-z][A-Za-z0-9+.-]*):').firstMatch(text);
  if (match == null) throw const Problem(Reason.noScheme);
  final scheme = match[1]!.toLowerCase();
  final begin = match.end;
  final own = origins.where((origin) => origin.scheme == scheme);
  final bare = own.where((origin) => origin.hosts.isEmpty).firstOrNull;
  if (!text.startsWith('//', begin)) {
    if (bare == null) throw const Problem(Reason.otherOrigin);
    return (bare, begin);
  }
  final slash = text.indexOf(RegExp('[/?#]'), begin + 2);
  final pathAt = slash < 0 ? text.length : slash;
  final written = text.substring(begin + 2, pathAt);
  if (written.contains('@')) throw const Problem(Reason.userInfo);
  final problem = written.isEmpty ? Reason.otherOrigin : _problemOf(written);
  final found = problem == null ? own.where((origin) => _matches(origin, written)).firstOrNull : null;
  if (found != null) return (found, pathAt);
  // With a scheme of the app's own, people write the first segment in the place of a host.
  if (bare != null) return (bare, begin + 2);
  throw Problem(problem ?? Reason.otherOrigin);
}

/// Host and port of an authority.
(String, String) _splitAuthority(String authority) {
  final bracket = authority.startsWith('[') ? authority.indexOf(']') + 1 : 0;
  final colon = authority.indexOf(':', bracket);
  return colon < 0 ? (authority, '') : (authority.substring(0, colon), authority.substring(colon + 1));
}

Reason? _problemOf(String authority) {
  final (host, port) = _splitAuthority(authority);
  if (!RegExp(r'^\d*$').hasMatch(port) || (int.tryParse(port) ?? 0) > 65535) return Reason.noPort;
  return host.isEmpty || RegExp('[\\s\\u0000-\\u001f\\u007f"<>\\\\^${'`'}{|}%]').hasMatch(host) ? Reason.noHost : null;
}

bool _matches(Origin origin, String authority) {
  final (host, written) = _splitAuthority(authority);
  final plain = written.replaceFirst(RegExp(r'^0+(?=\d)'), '');
  final port = plain == _defaultPorts[origin.scheme] ? '' : plain;
  return port == origin.port && origin.hosts.any((own) => own.toLowerCase() == host.toLowerCase());
}

/// The segments of a path, without dot segments (RFC 3986, 5.2.4). A slash at the end means nothing.
List<String> _segmentsOf(String path) {
  final parts = (path.startsWith('/') ? path.substring(1) : path).split('/');
  final segments = <String>[];
  for (final (index, part) in parts.indexed) {
    switch (part.replaceAll(RegExp('%2e', caseSensitive: false), '.')) {
      case '..':
        if (segments.isNotEmpty) segments.removeLast();
      case '.':
        break;
      default:
        if (part.isNotEmpty || index < parts.length - 1) segments.add(part);
    }
  }
  return segments;
}

/// Percent-decoding as UTF-8; null if an escape is broken.
String? decode(String text) {
  if (!text.contains('%')) return text;
  final result = StringBuffer();
  for (var at = 0; at < text.length;) {
    if (text[at] != '%') {
      result.write(text[at++]);
      continue;
    }
    final bytes = <int>[];
    for (; at < text.length && text[at] == '%'; at += '%00'.length) {
      final digits = RegExp('[0-9A-Fa-f]{2}').matchAsPrefix(text, at + 1);
      if (digits == null) return null;
      bytes.add(int.parse(digits[0]!, radix: 16));
    }
    try {
      result.write(utf8.decode(bytes));
    } on FormatException {
      return null;
    }
  }
  return result.toString();
}

Problem _brokenEscape(String text, int from) {
  final broken = text.indexOf(RegExp('%(?![0-9A-Fa-f]{2})'));
  if (broken >= 0) return Problem(Reason.brokenEscape, at: from + broken);
  for (final run in RegExp('(?:%[0-9A-Fa-f]{2})+').allMatches(text)) {
    if (decode(run[0]!) == null) return Problem(Reason.noUtf8, at: from + run.start);
  }
  return Problem(Reason.noUtf8, at: from);
}

/// The first value of each name of a query, as written.
Map<String, String> _valuesOf(String query) {
  final values = <String, String>{};
  for (final pair in query.split('&').where((pair) => pair.isNotEmpty)) {
    final equals = pair.indexOf('=');
    final written = equals < 0 ? pair : pair.substring(0, equals);
    values.putIfAbsent(decode(written) ?? written, () => equals < 0 ? '' : pair.substring(equals + 1));
  }
  return values;
}

/// The texts of a URL for the variables of a pattern; a variable that the URL leaves out is not among them.
final class Taken {
  const Taken(this._texts);

  final Map<String, List<String>> _texts;

  /// The value of a variable; null if the URL leaves it out.
  T? one<T extends Object>(String name, Form<T> form) {
    final text = _texts[name]?.first;
    return text == null ? null : _read(name, text, form);
  }

  /// The value of a variable that the route cannot be without.
  T needed<T extends Object>(String name, Form<T> form) =>
      one(name, form) ?? (throw Problem(Reason.missing, name: name));

  /// The values of a variable that is a list; none if the URL leaves it out.
  List<T> all<T extends Object>(String name, Form<T> form) => [
    for (final text in _texts[name] ?? const <String>[]) _read(name, text, form),
  ];

  T _read<T extends Object>(String name, String text, Form<T> form) =>
      form.read(text) ?? (throw Problem(Reason.outOfRange, name: name));
}

/// The texts that a URL brings to a pattern; null if it does not fit.
Taken? take(UrlPattern pattern, ReadUrl url) {
  final origin = url.origin;
  if (pattern.origin != null && origin != null && pattern.origin != origin.text) return null;
  final count = pattern.segments.length;
  if (url.segments.length < count || (pattern.rest == null && url.segments.length > count)) return null;
  final taken = <String, List<String>>{};
  for (final (index, parts) in pattern.segments.indexed) {
    final texts = _takeParts(parts, url.segments[index]);
    if (texts == null) return null;
    texts.forEach((name, text) => taken[name] = [text]);
  }
  final rest = pattern.rest;
  if (rest != null) {
    final texts = url.segments.sublist(count);
    if (rest.isList && texts.any((text) => text.isEmpty || !rest.fits(text))) return null;
    taken[rest.name] = rest.isList ? texts : [texts.join('/')];
  }
  for (final variable in pattern.query) {
    final value = url.query[variable.name];
    if (value == null) continue;
    final texts = [
      for (final text in variable.isList ? value.split(',') : [value]) decode(text) ?? text,
    ];
    if (!texts.every(variable.fits)) return null;
    taken[variable.name] = texts;
  }
  return Taken(taken);
}

/// The text of each variable of a segment, each as short as possible, from the left; null if it does not fit.
Map<String, String>? _takeParts(List<Part> parts, String text) {
  final failed = <(int, int)>{};
  Map<String, String>? from(int index, int at) {
    if (index == parts.length) return at == text.length ? const {} : null;
    if (failed.contains((index, at))) return null;
    Map<String, String>? found;
    switch (parts[index]) {
      case Literal(text: final literal):
        if (text.startsWith(literal, at)) found = from(index + 1, at + literal.length);
      case Variable(:final name, :final fits):
        // The last variable takes all that is left.
        final first = index == parts.length - 1 && text.length > at ? text.length : at + 1;
        for (var end = first; found == null && end <= text.length; end++) {
          final value = text.substring(at, end);
          final rest = fits(value) ? from(index + 1, end) : null;
          if (rest != null) found = {name: value, ...rest};
        }
    }
    if (found == null) failed.add((index, at));
    return found;
  }

  return from(0, 0);
}

/// The URL of a pattern with these texts, from the path on; null if one of them cannot stand in a URL.
String? write(UrlPattern pattern, Map<String, List<String>?> texts) {
  final path = StringBuffer();
  for (final parts in pattern.segments) {
    final written = _writeParts(parts, texts);
    if (written == null) return null;
    path.write('/$written');
  }
  final rest = pattern.rest;
  if (rest != null) {
    final values = texts[rest.name];
    if (values == null) return null;
    for (final segment in rest.isList ? values : _splitRest(values.first)) {
      final escaped = _isLost(segment) ? null : _escape(segment);
      if (escaped == null) return null;
      path.write('/$escaped');
    }
  }
  final query = <String>[];
  for (final variable in pattern.query) {
    final values = texts[variable.name];
    if (values == null || (variable.isList && values.isEmpty)) continue;
    final escaped = [for (final value in values) _escape(value)];
    if (escaped.contains(null)) return null;
    query.add('${'$'}{variable.name}=${'$'}{escaped.join(',')}');
  }
  return (path.isEmpty ? '/' : path.toString()) + (query.isEmpty ? '' : '?${'$'}{query.join('&')}');
}

String? _writeParts(List<Part> parts, Map<String, List<String>?> texts) {
  final written = StringBuffer();
  final plain = StringBuffer();
  for (final part in parts) {
    final text = switch (part) {
      Literal(:final text) => text,
      Variable(:final name) => texts[name]?.first,
    };
    if (text == null || text.isEmpty) return null;
    final escaped = _escape(text, plain: part is Literal ? _plainInPaths : '');
    if (escaped == null) return null;
    written.write(escaped);
    plain.write(text);
  }
  final result = written.toString();
  if (result == '.' || result == '..') return null;
  // With several variables in one segment, some values would read as others.
  final read = _takeParts(parts, plain.toString());
  return parts.every((part) => part is! Variable || read?[part.name] == texts[part.name]?.first) ? result : null;
}

bool _isLost(String segment) => segment.isEmpty || segment == '.' || segment == '..';

/// A text as segments. The slash beside one that no path keeps is escaped.
List<String> _splitRest(String text) {
  final segments = <String>[];
  if (text.isEmpty) return segments;
  for (final part in text.split('/')) {
    final last = segments.lastOrNull;
    if (last != null && (_isLost(part) || _isLost(last))) {
      segments.last = '$last/$part';
    } else {
      segments.add(part);
    }
  }
  return segments;
}

/// Characters of a pattern that stay as they are, beside the unreserved ones of RFC 3986.
const _plainInPaths = r"$&+,:;=@!'()*";

/// Escapes all characters but the unreserved ones, and those of plain; null for half of a surrogate pair.
String? _escape(String text, {String plain = ''}) {
  if (_loneSurrogate.hasMatch(text)) return null;
  final result = StringBuffer();
  for (final byte in utf8.encode(text)) {
    final character = String.fromCharCode(byte);
    final isPlain = byte < 128 && (RegExp('[A-Za-z0-9_.~-]').hasMatch(character) || plain.contains(character));
    result.write(isPlain ? character : '%${'$'}{byte.toRadixString(16).toUpperCase().padLeft(2, '0')}');
  }
  return result.toString();
}
`;
