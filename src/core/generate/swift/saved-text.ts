/** The parts of the Swift output that are the same for each plan: values as a saved state has them. */
export const codecText = String.raw`import Foundation

/// Why a state cannot be restored, in a sentence.
struct NotRestored: Error {
    let message: String

    init(_ message: String) { self.message = message }
}

/// Both ways between a value and JSON data: a literal of the plan's language, a list, or a record by its fields.
struct Codec<Value> {
    let write: (Value) -> Any
    /// Reads JSON data; the name is that of the value, for the sentence that says why it cannot be read.
    let read: (Any?, String) throws -> Value
}

extension Codec {
    /// The codec of single values.
    static func literal(_ form: Form<Value>) -> Codec {
        Codec(
            write: { value in form.isQuoted ? quoted(form.show(value)) : form.show(value) },
            read: { written, name in
                let text = (written as? String).flatMap { form.isQuoted ? unquoted($0) : $0 }
                guard let text, form.fits(text), let value = form.read(text) else {
                    throw NotRestored("\(name) cannot be \(written ?? "nothing") any more.")
                }
                return value
            }
        )
    }

    static func optional<Wrapped>(_ codec: Codec<Wrapped>) -> Codec where Value == Wrapped? {
        Codec(
            write: { value in value.map(codec.write) ?? NSNull() },
            read: { written, name in
                guard let written, !(written is NSNull) else { return nil }
                return try codec.read(written, name)
            }
        )
    }

    static func list<Item>(_ codec: Codec<Item>) -> Codec where Value == [Item] {
        Codec(
            write: { values in values.map(codec.write) },
            read: { written, name in
                guard let items = written as? [Any] else { throw NotRestored("\(name) has to be a list.") }
                return try items.map { try codec.read($0, name) }
            }
        )
    }

    /// The codec of a record, from its fields and back.
    static func record(_ write: @escaping (Value) -> [String: Any], _ read: @escaping (Fields) throws -> Value) -> Codec {
        Codec(write: { write($0) }, read: { written, name in try read(Fields(written, name)) })
    }
}

private func quoted(_ text: String) -> String {
    let data = try? JSONSerialization.data(withJSONObject: text, options: [.fragmentsAllowed, .withoutEscapingSlashes])
    return data.map { String(decoding: $0, as: UTF8.self) } ?? "\"\""
}

private func unquoted(_ text: String) -> String? {
    try? JSONSerialization.jsonObject(with: Data(text.utf8), options: .fragmentsAllowed) as? String
}

/// The fields of a record in JSON data.
struct Fields {
    private let fields: [String: Any]

    init(_ written: Any?, _ name: String) throws {
        guard let fields = written as? [String: Any] else { throw NotRestored("\(name) has to be a record.") }
        self.fields = fields
    }

    subscript(name: String) -> Any? { fields[name] }

    func read<Value>(_ name: String, _ codec: Codec<Value>) throws -> Value { try codec.read(fields[name], name) }
}
`;

/** The functions behind the codecs of a plan. */
export const savedText = String.raw`extension AppState {
    /// The state as JSON. Screens go by their names in the plan, so that the next version of the app can read them.
    func saved() throws -> Data {
        let written: [String: Any] = [
            "flags": writeFlags(flags),
            "active": active,
            "stacks": stacks.map { $0.map(writeFrame) },
        ]
        return try JSONSerialization.data(withJSONObject: written, options: [.sortedKeys, .withoutEscapingSlashes])
    }

    /// The state of written data. Throws NotRestored if the plan has changed: it lacks a screen, a value, a tab or a link
    /// of the data.
    init(_ variant: Variant, restoring data: Data) throws {
        let written = try Fields(JSONSerialization.jsonObject(with: data), "The state")
        let stacks = try listIn(written["stacks"], "stacks")
        let count = Plan.tabsOf(variant).count + 1
        if stacks.count != count {
            throw NotRestored("It has \(stacks.count - 1) tabs, and \(variant.rawValue) has \(count - 1).")
        }
        guard let active = written["active"] as? Int, (0..<count).contains(active) else {
            throw NotRestored("It has no such active stack.")
        }
        self.variant = variant
        self.flags = try readFlags(Fields(written["flags"], "flags"))
        self.active = active
        self.stacks = try stacks.map { stack in
            var frames: [Frame] = []
            for frame in try listIn(stack, "A stack") {
                frames.append(try readFrame(variant, Fields(frame, "A frame"), below: frames.last))
            }
            return frames
        }
    }
}

private func writeFrame(_ frame: Frame) -> [String: Any] {
    var written: [String: Any] = ["screen": frame.route.screen.rawValue]
    written["values"] = writeArguments(frame.route).merging(frame.answers.written) { _, answer in answer }
    if frame.modal { written["modal"] = true }
    if let asked = frame.asked { written["asked"] = asked.value }
    if let arrival = frame.putOff { written["putOff"] = writeArrival(arrival) }
    return written
}

private func writeArrival(_ arrival: Arrival) -> [String: Any] {
    var written: [String: Any] = ["by": arrival.by.rawValue, "screen": arrival.route.screen.rawValue]
    written["values"] = writeArguments(arrival.route)
    if let asker = arrival.asker { written["asker"] = ["screen": asker.screen.rawValue, "value": asker.value] }
    if let link = arrival.link { written["link"] = link }
    return written
}

private func listIn(_ written: Any?, _ name: String) throws -> [Any] {
    guard let items = written as? [Any] else { throw NotRestored("\(name) has to be a list.") }
    return items
}

private func readFrame(_ variant: Variant, _ written: Fields, below: Frame?) throws -> Frame {
    let values = try Fields(written["values"] ?? [String: Any](), "values")
    let route = try readRoute(variant, written["screen"], values)
    var asked: Question?
    if let value = written["asked"] as? String, let below {
        asked = try questionOf(below.route.screen.rawValue, value)
    }
    return Frame(
        route,
        modal: written["modal"] as? Bool ?? false,
        asked: asked,
        answers: try Answers(route.screen, values),
        putOff: try written["putOff"].map { try readArrival(variant, Fields($0, "putOff")) }
    )
}

private func readRoute(_ variant: Variant, _ name: Any?, _ values: Fields) throws -> Route {
    guard let screen = (name as? String).flatMap(Screen.init), Plan.isShownIn(variant, screen) else {
        throw NotRestored("\(variant.rawValue) has no screen \(name ?? "") any more.")
    }
    return try readArguments(screen, values)
}

private func questionOf(_ screen: String, _ value: String) throws -> Question {
    guard let found = Question.allCases.first(where: { $0.screen.rawValue == screen && $0.value == value }) else {
        throw NotRestored("\(screen) has no value \(value) any more.")
    }
    return found
}

private func readArrival(_ variant: Variant, _ written: Fields) throws -> Arrival {
    let values = try Fields(written["values"] ?? [String: Any](), "values")
    let link = written["link"] as? String
    if let link, !patterns.contains(link) { throw NotRestored("There is no link \(link) any more.") }
    guard let by = (written["by"] as? String).flatMap(Arrival.Way.init) else { throw NotRestored("There is no such way.") }
    var asker: Question?
    if let given = written["asker"] as? [String: String] {
        asker = try questionOf(given["screen"] ?? "", given["value"] ?? "")
    }
    return Arrival(by: by, route: try readRoute(variant, written["screen"], values), asker: asker, link: link)
}
`;
