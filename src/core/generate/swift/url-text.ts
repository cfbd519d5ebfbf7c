/** The part of the Swift output that is the same for each plan: URLs as RFC 3986 reads them. */
export const urlText = String.raw`import Foundation

/// An origin of the app's links.
struct Origin {
    let text: String
    let scheme: String
    /// The host, in ASCII and as people write it; none for a scheme of the app's own.
    let hosts: [String]
    let port: String
}

/// Why a URL opens nothing.
enum Problem: Error, Hashable {
    case empty, noScheme, twoSlashes, userInfo, noHost, noPort, otherOrigin
    /// A character that has to be escaped, by its place in UTF-8.
    case badCharacter(at: Int)
    case brokenEscape(at: Int)
    /// An escape that is not UTF-8.
    case noUtf8(at: Int)
    /// No pattern takes it.
    case noPattern
    /// A pattern takes it, and the URL lacks a value.
    case missing(String)
    /// A pattern takes it, and Swift has no such value.
    case outOfRange(String)
}

/// Reading and writing URLs.
enum Urls {}

struct ReadUrl {
    /// Nil for a path alone.
    let origin: Origin?
    let segments: [String]
    /// The first value of each name of the query, as written.
    let query: [String: String]
}

/// Literal text of a segment, or a variable.
enum Part {
    case text(String)
    case variable(Variable)
}

struct Variable {
    let name: String
    let fits: (String) -> Bool
    /// Whether a value is a list: of segments in the rest of a path, or with commas in a query.
    var isList = false
}

struct Pattern {
    /// Nil for a pattern of every origin.
    let origin: String?
    let segments: [[Part]]
    var rest: Variable?
    var query: [Variable] = []
}

private let defaultPorts = ["http": "80", "https": "443", "ws": "80", "wss": "443", "ftp": "21"]

/// Characters that neither a path nor a query may hold; characters beyond ASCII are allowed (RFC 3987).
private let forbidden = Set(Array(0...32) + Array("\"<>[\\]^${'`'}{|}".utf8) + [127])

extension Urls {
    /// Reads a URL, or a path that begins with a slash.
    static func read(_ text: String, _ origins: [Origin]) throws -> ReadUrl {
        let bytes = Array(text.utf8)
        if bytes.isEmpty { throw Problem.empty }
        let (origin, start) = try locate(bytes, origins)
        let end = bytes[start...].firstIndex(of: character("#")) ?? bytes.count
        let body = bytes[start..<end]
        if let bad = body.firstIndex(where: { forbidden.contains($0) }) { throw Problem.badCharacter(at: bad) }
        let question = body.firstIndex(of: character("?"))
        let path = body[start..<(question ?? end)]
        let segments = try segmentsOf(path).map { segment in
            guard let plain = decode(segment) else { throw brokenEscape(path) }
            return plain
        }
        let query = question.map { body[($0 + 1)...] } ?? []
        let parts = query.split(omittingEmptySubsequences: true) { "&=,".utf8.contains($0) }
        if parts.contains(where: { decode($0) == nil }) { throw brokenEscape(query) }
        return ReadUrl(origin: origin, segments: segments, query: valuesOf(query))
    }
}

private func character(_ text: String) -> UInt8 { text.utf8.first ?? 0 }

private func string(_ bytes: ArraySlice<UInt8>) -> String { String(decoding: bytes, as: UTF8.self) }

/// The origin of a URL, and the offset of its path.
private func locate(_ bytes: [UInt8], _ origins: [Origin]) throws -> (Origin?, Int) {
    if bytes.starts(with: "//".utf8) { throw Problem.twoSlashes }
    if bytes[0] == character("/") { return (nil, 0) }
    let isScheme = { (byte: UInt8) in isLetter(byte) || isDigit(byte) || "+.-".utf8.contains(byte) }
    guard let colon = bytes.firstIndex(where: { !isScheme($0) }), bytes[colon] == character(":"), isLetter(bytes[0]) else {
        throw Problem.noScheme
    }
    let scheme = string(bytes[..<colon]).lowercased()
    let begin = colon + 1
    let own = origins.filter { $0.scheme == scheme }
    let bare = own.first { $0.hosts.isEmpty }
    guard bytes[begin...].starts(with: "//".utf8) else {
        if let bare { return (bare, begin) }
        throw Problem.otherOrigin
    }
    let pathAt = bytes[(begin + 2)...].firstIndex { "/?#".utf8.contains($0) } ?? bytes.count
    let written = string(bytes[(begin + 2)..<pathAt])
    if written.contains("@") { throw Problem.userInfo }
    let problem = written.isEmpty ? Problem.otherOrigin : problemOf(written)
    if problem == nil, let found = own.first(where: { matches($0, written) }) { return (found, pathAt) }
    // With a scheme of the app's own, people write the first segment in the place of a host.
    if let bare { return (bare, begin + 2) }
    throw problem ?? Problem.otherOrigin
}

private func isDigit(_ byte: UInt8) -> Bool { byte >= character("0") && byte <= character("9") }

private func isLetter(_ byte: UInt8) -> Bool {
    let lower = byte | 32
    return lower >= character("a") && lower <= character("z")
}

/// Host and port of an authority.
private func splitAuthority(_ authority: String) -> (host: String, port: String) {
    let from = authority.hasPrefix("[") ? authority.firstIndex(of: "]") ?? authority.startIndex : authority.startIndex
    guard let colon = authority[from...].firstIndex(of: ":") else { return (authority, "") }
    return (String(authority[..<colon]), String(authority[authority.index(after: colon)...]))
}

private func problemOf(_ authority: String) -> Problem? {
    let (host, port) = splitAuthority(authority)
    if !port.utf8.allSatisfy(isDigit) || (Int(port) ?? (port.isEmpty ? 0 : Int.max)) > 65_535 { return .noPort }
    let isHost = !host.isEmpty && !host.unicodeScalars.contains { scalar in
        scalar.properties.isWhitespace || scalar.value < 32 || "\"<>\\^${'`'}{|}%".unicodeScalars.contains(scalar)
    }
    return isHost ? nil : .noHost
}

private func matches(_ origin: Origin, _ authority: String) -> Bool {
    let (host, written) = splitAuthority(authority)
    let plain = written.isEmpty ? "" : Int(written).map { String($0) } ?? written
    let port = plain == defaultPorts[origin.scheme] ? "" : plain
    return port == origin.port && origin.hosts.contains { $0.lowercased() == host.lowercased() }
}

/// The segments of a path, without dot segments (RFC 3986, 5.2.4). A slash at the end means nothing.
private func segmentsOf(_ path: ArraySlice<UInt8>) -> [ArraySlice<UInt8>] {
    let slash = character("/")
    let parts = (path.first == slash ? path.dropFirst() : path).split(separator: slash, omittingEmptySubsequences: false)
    var segments: [ArraySlice<UInt8>] = []
    for (index, part) in parts.enumerated() {
        switch string(part).lowercased().replacingOccurrences(of: "%2e", with: ".") {
        case "..": _ = segments.popLast()
        case ".": break
        default: if !part.isEmpty || index < parts.count - 1 { segments.append(part) }
        }
    }
    return segments
}

/// Percent-decoding as UTF-8; nil if an escape is broken.
private func decode(_ bytes: ArraySlice<UInt8>) -> String? {
    var plain: [UInt8] = []
    var at = bytes.startIndex
    while at < bytes.endIndex {
        if bytes[at] == character("%") {
            guard let byte = hex(bytes, at + 1) else { return nil }
            plain.append(byte)
            at += "%00".utf8.count
        } else {
            plain.append(bytes[at])
            at += 1
        }
    }
    return String(bytes: plain, encoding: .utf8)
}

private func hex(_ bytes: ArraySlice<UInt8>, _ at: Int) -> UInt8? {
    guard at + 2 <= bytes.endIndex else { return nil }
    let digits = bytes[at..<(at + 2)]
    guard digits.allSatisfy({ isDigit($0) || "abcdefABCDEF".utf8.contains($0) }) else { return nil }
    return UInt8(string(digits), radix: 16)
}

private func brokenEscape(_ bytes: ArraySlice<UInt8>) -> Problem {
    let escapes = bytes.indices.filter { bytes[$0] == character("%") }
    if let broken = escapes.first(where: { hex(bytes, $0 + 1) == nil }) { return .brokenEscape(at: broken) }
    return .noUtf8(at: escapes.first ?? bytes.startIndex)
}

/// The first value of each name of a query, as written.
private func valuesOf(_ query: ArraySlice<UInt8>) -> [String: String] {
    var values: [String: String] = [:]
    for pair in query.split(separator: character("&")) {
        let equals = pair.firstIndex(of: character("=")) ?? pair.endIndex
        let name = decode(pair[..<equals]) ?? string(pair[..<equals])
        if values[name] == nil { values[name] = string(pair[equals...].dropFirst()) }
    }
    return values
}

/// The texts of a URL for the variables of a pattern; a variable that the URL leaves out is not among them.
struct Taken {
    let texts: [String: [String]]

    /// The value of a variable; nil if the URL leaves it out.
    func one<Value>(_ name: String, _ form: Form<Value>) throws -> Value? {
        try texts[name]?.first.map { try read(name, $0, form) }
    }

    /// The value of a variable that the route cannot be without.
    func needed<Value>(_ name: String, _ form: Form<Value>) throws -> Value {
        guard let value = try one(name, form) else { throw Problem.missing(name) }
        return value
    }

    /// The values of a variable that is a list; none if the URL leaves it out.
    func all<Value>(_ name: String, _ form: Form<Value>) throws -> [Value] {
        try (texts[name] ?? []).map { try read(name, $0, form) }
    }

    private func read<Value>(_ name: String, _ text: String, _ form: Form<Value>) throws -> Value {
        guard let value = form.read(text) else { throw Problem.outOfRange(name) }
        return value
    }
}

extension Urls {
    /// The texts that a URL brings to a pattern; nil if it does not fit.
    static func take(_ pattern: Pattern, _ url: ReadUrl) -> Taken? {
        if let own = pattern.origin, let origin = url.origin, own != origin.text { return nil }
        let count = pattern.segments.count
        if url.segments.count < count || (pattern.rest == nil && url.segments.count > count) { return nil }
        var taken: [String: [String]] = [:]
        for (parts, segment) in zip(pattern.segments, url.segments) {
            guard let texts = takeParts(parts, segment) else { return nil }
            for (name, text) in texts { taken[name] = [text] }
        }
        if let rest = pattern.rest {
            let texts = Array(url.segments.dropFirst(count))
            if rest.isList && texts.contains(where: { $0.isEmpty || !rest.fits($0) }) { return nil }
            taken[rest.name] = rest.isList ? texts : [texts.joined(separator: "/")]
        }
        for variable in pattern.query {
            guard let value = url.query[variable.name] else { continue }
            let bytes = Array(value.utf8)[...]
            let written = variable.isList
                ? bytes.split(separator: character(","), omittingEmptySubsequences: false)
                : [bytes]
            let texts = written.map { decode($0) ?? string($0) }
            if !texts.allSatisfy(variable.fits) { return nil }
            taken[variable.name] = texts
        }
        return Taken(texts: taken)
    }
}

/// The text of each variable of a segment, each as short as possible, from the left; nil if it does not fit.
private func takeParts(_ parts: [Part], _ text: String) -> [String: String]? {
    // By scalars: what users see as one character may be several, of which a pattern has a part.
    let scalars = Array(text.unicodeScalars)
    var failed: Set<[Int]> = []

    func slice(_ range: Range<Int>) -> String {
        var view = String.UnicodeScalarView()
        view.append(contentsOf: scalars[range])
        return String(view)
    }

    func from(_ index: Int, _ at: Int) -> [String: String]? {
        if index == parts.count { return at == scalars.count ? [:] : nil }
        if failed.contains([index, at]) { return nil }
        var found: [String: String]?
        switch parts[index] {
        case let .text(literal):
            let wanted = Array(literal.unicodeScalars)
            if scalars[at...].starts(with: wanted) { found = from(index + 1, at + wanted.count) }
        case let .variable(variable):
            // The last variable takes all that is left.
            var end = index == parts.count - 1 ? max(scalars.count, at + 1) : at + 1
            while found == nil && end <= scalars.count {
                let value = slice(at..<end)
                if variable.fits(value), let rest = from(index + 1, end) {
                    found = rest.merging([variable.name: value]) { _, own in own }
                }
                end += 1
            }
        }
        if found == nil { failed.insert([index, at]) }
        return found
    }

    return from(0, 0)
}

extension Urls {
    /// The URL of a pattern with these texts, from the path on; nil if one of them cannot stand in a URL.
    static func write(_ pattern: Pattern, _ texts: [String: [String]]) -> String? {
        var path = ""
        for parts in pattern.segments {
            guard let written = writeParts(parts, texts) else { return nil }
            path += "/\(written)"
        }
        if let rest = pattern.rest {
            guard let values = texts[rest.name] else { return nil }
            for segment in rest.isList ? values : splitRest(values[0]) {
                if isLost(segment) { return nil }
                path += "/\(escape(segment))"
            }
        }
        var query: [String] = []
        for variable in pattern.query {
            guard let values = texts[variable.name], !(variable.isList && values.isEmpty) else { continue }
            query.append("\(variable.name)=" + values.map { escape($0) }.joined(separator: ","))
        }
        return (path.isEmpty ? "/" : path) + (query.isEmpty ? "" : "?" + query.joined(separator: "&"))
    }
}

private func writeParts(_ parts: [Part], _ texts: [String: [String]]) -> String? {
    var written = ""
    var plain = ""
    for part in parts {
        switch part {
        case let .text(literal):
            written += escape(literal, plain: plainInPaths)
            plain += literal
        case let .variable(variable):
            guard let text = texts[variable.name]?.first, !text.isEmpty else { return nil }
            written += escape(text)
            plain += text
        }
    }
    if written == "." || written == ".." { return nil }
    // With several variables in one segment, some values would read as others.
    guard let read = takeParts(parts, plain) else { return nil }
    let isSame = read.allSatisfy { name, text in texts[name]?.first?.utf8.elementsEqual(text.utf8) ?? false }
    return isSame ? written : nil
}

private func isLost(_ segment: String) -> Bool { segment.isEmpty || segment == "." || segment == ".." }

/// A text as segments. The slash beside one that no path keeps is escaped.
private func splitRest(_ text: String) -> [String] {
    var segments: [String] = []
    if text.isEmpty { return segments }
    for part in text.split(separator: "/", omittingEmptySubsequences: false).map(String.init) {
        if let last = segments.last, isLost(part) || isLost(last) {
            segments[segments.count - 1] = "\(last)/\(part)"
        } else {
            segments.append(part)
        }
    }
    return segments
}

/// Characters of a pattern that stay as they are, beside the unreserved ones of RFC 3986.
private let plainInPaths = "$&+,:;=@!'()*"

/// Escapes all characters but the unreserved ones, and those of plain.
private func escape(_ text: String, plain: String = "") -> String {
    var result = ""
    for byte in text.utf8 {
        if isLetter(byte) || isDigit(byte) || "-_.~".utf8.contains(byte) || plain.utf8.contains(byte) {
            result.unicodeScalars.append(Unicode.Scalar(byte))
        } else {
            result += String(format: "%%%02X", byte)
        }
    }
    return result
}
`;
