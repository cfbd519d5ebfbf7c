/** The parts of the Kotlin output that are the same for each plan: JSON, and values as a saved state has them. */
export const jsonText = `/** Reads and writes JSON (RFC 8259): texts, numbers, truth values, null, lists, and maps in the order of their names. */
internal object Json {
    fun write(value: Any?): String = StringBuilder().also { writeTo(it, value) }.toString()

    private fun writeTo(out: StringBuilder, value: Any?) {
        when (value) {
            is String -> quoteTo(out, value)
            is List<*> -> {
                out.append('[')
                value.forEachIndexed { index, each ->
                    if (index > 0) out.append(',')
                    writeTo(out, each)
                }
                out.append(']')
            }
            is Map<*, *> -> {
                out.append('{')
                value.entries.forEachIndexed { index, (name, each) ->
                    if (index > 0) out.append(',')
                    quoteTo(out, name as String)
                    out.append(':')
                    writeTo(out, each)
                }
                out.append('}')
            }
            else -> out.append(value)
        }
    }

    fun quote(text: String): String = StringBuilder().also { quoteTo(it, text) }.toString()

    private fun quoteTo(out: StringBuilder, text: String) {
        out.append('"')
        for (character in text) {
            when {
                character == '"' || character == '\\\\' -> out.append('\\\\').append(character)
                character == '\\n' -> out.append("\\\\n")
                character < ' ' || character.isSurrogate() -> out.append("\\\\u%04x".format(character.code))
                else -> out.append(character)
            }
        }
        out.append('"')
    }

    /** @throws NotRestored if the text is no JSON */
    fun read(text: String): Any? = Reader(text).whole()

    private class Reader(private val text: String) {
        private var at = 0

        fun whole(): Any? = value().also { if (next() != null) fail() }

        private fun fail(): Nothing = throw NotRestored("It is no JSON at character $at.")

        /** The next character that is no blank, which stays. */
        private fun next(): Char? {
            while (at < text.length && text[at] in " \\t\\r\\n") at++
            return text.getOrNull(at)
        }

        private fun expect(character: Char) {
            if (next() != character) fail()
            at++
        }

        private fun value(): Any? = when (next()) {
            '"' -> string()
            '[' -> list()
            '{' -> record()
            else -> literal()
        }

        private fun literal(): Any? {
            val word = Regex("[-+.0-9A-Za-z]+").matchAt(text, at)?.value ?: fail()
            at += word.length
            return when (word) {
                "null" -> null
                "true" -> true
                "false" -> false
                else -> word.toLongOrNull() ?: word.toDoubleOrNull() ?: fail()
            }
        }

        private fun list(): List<Any?> {
            val items = mutableListOf<Any?>()
            expect('[')
            while (next() != ']') {
                if (items.isNotEmpty()) expect(',')
                items += value()
            }
            at++
            return items
        }

        private fun record(): Map<String, Any?> {
            val fields = linkedMapOf<String, Any?>()
            expect('{')
            while (next() != '}') {
                if (fields.isNotEmpty()) expect(',')
                if (next() != '"') fail()
                val name = string()
                expect(':')
                fields[name] = value()
            }
            at++
            return fields
        }

        private fun string(): String {
            val result = StringBuilder()
            at++
            while (true) {
                val character = text.getOrNull(at++) ?: fail()
                if (character == '"') return result.toString()
                result.append(if (character == '\\\\') escape() else character)
            }
        }

        private fun escape(): Char = when (val letter = text.getOrNull(at++)) {
            'n' -> '\\n'
            't' -> '\\t'
            'r' -> '\\r'
            'b' -> '\\b'
            'f' -> '\\u000c'
            'u' -> {
                val code = text.drop(at).take(4).toIntOrNull(radix = 16) ?: fail()
                at += 4
                code.toChar()
            }
            '"', '\\\\', '/' -> letter
            else -> fail()
        }
    }
}
`;

export const codecText = `/** Why a state cannot be restored, in a sentence. */
class NotRestored(message: String) : Exception(message)

/** Both ways between a value and JSON data: a literal of the plan's language, a list, or a record by its fields. */
interface Codec<T> {
    fun write(value: T): Any?

    fun read(written: Any?, name: String): T
}

/** The codec of single values. */
internal fun <T : Any> literal(form: Form<T>): Codec<T> = object : Codec<T> {
    override fun write(value: T): Any? = form.show(value).let { if (form.isQuoted) Json.quote(it) else it }

    override fun read(written: Any?, name: String): T {
        val text = (written as? String)?.let { if (form.isQuoted) unquoted(it) else it }
        val value = if (text != null && form.fits(text)) form.read(text) else null
        return value ?: throw NotRestored("$name cannot be $written any more.")
    }
}

private fun unquoted(text: String): String? =
    try {
        Json.read(text) as? String
    } catch (_: NotRestored) {
        null
    }

internal fun <T : Any> optional(codec: Codec<T>): Codec<T?> = object : Codec<T?> {
    override fun write(value: T?): Any? = value?.let(codec::write)

    override fun read(written: Any?, name: String): T? = written?.let { codec.read(it, name) }
}

internal fun <T> list(codec: Codec<T>): Codec<List<T>> = object : Codec<List<T>> {
    override fun write(value: List<T>): Any? = value.map(codec::write)

    override fun read(written: Any?, name: String): List<T> =
        (written as? List<*> ?: throw NotRestored("$name has to be a list.")).map { codec.read(it, name) }
}

/** The codec of a record, from its fields and back. */
internal fun <T> record(write: (T) -> Map<String, Any?>, read: (Fields) -> T): Codec<T> = object : Codec<T> {
    override fun write(value: T): Any? = write(value)

    override fun read(written: Any?, name: String): T = read(Fields(written, name))
}

/** The fields of a record in JSON data. */
internal class Fields(written: Any?, name: String) {
    private val fields = written as? Map<*, *> ?: throw NotRestored("$name has to be a record.")

    operator fun contains(name: String): Boolean = name in fields

    operator fun get(name: String): Any? = fields[name]

    fun <T> read(name: String, codec: Codec<T>): T = codec.read(fields[name], name)
}
`;

/** The functions behind the codecs of a plan. */
export const savedText = `/** Writes a state down. Screens go by their names in the plan, so that the next version of the app can read them. */
fun save(state: State): String = Json.write(
    mapOf(
        "flags" to writeFlags(state.flags),
        "active" to state.active,
        "stacks" to state.stacks.map { stack -> stack.map(::writeFrame) },
    ),
)

private fun writeFrame(frame: Frame): Map<String, Any?> = buildMap {
    put("screen", frame.route.screen.label)
    if (frame.modal) put("modal", true)
    put("values", writeArguments(frame.route) + writeAnswers(frame.answers))
    frame.asked?.let { put("asked", it.value) }
    frame.putOff?.let { put("putOff", writeArrival(it)) }
}

private fun writeArrival(arrival: Arrival): Map<String, Any?> = buildMap {
    put("by", arrival.by.text)
    put("screen", arrival.route.screen.label)
    put("values", writeArguments(arrival.route))
    arrival.asker?.let { put("asker", mapOf("screen" to it.screen.label, "value" to it.value)) }
    arrival.link?.let { put("link", it) }
}

private fun writeAnswers(answers: Answers): Map<String, Any?> =
    Questions.all.filter { it in answers }.associate { it.value to writeAnswer(it, answers) }

@Suppress("UNCHECKED_CAST")
private fun <T> writeAnswer(question: Question<T>, answers: Answers): Any? = question.codec.write(answers[question] as T)

/**
 * The state of written data.
 *
 * @throws NotRestored if the plan has changed: it lacks a screen, a value, a tab or a link of the data
 */
fun restore(variant: Variant, text: String): State {
    val written = Fields(Json.read(text), "The state")
    val stacks = listIn(written["stacks"], "stacks")
    val count = tabsOf(variant).size + 1
    if (stacks.size != count)
        throw NotRestored("It has \${stacks.size - 1} tabs, and \${variant.text} has \${count - 1}.")
    val active = (written["active"] as? Long)?.takeIf { it in 0 until count }
        ?: throw NotRestored("It has no stack \${written["active"]}.")
    return State(
        variant,
        readFlags(Fields(written["flags"], "flags")),
        active.toInt(),
        stacks.map { stack ->
            listIn(stack, "A stack").fold(emptyList()) { frames, frame -> frames + readFrame(variant, frame, frames.lastOrNull()) }
        },
    )
}

private fun listIn(written: Any?, name: String): List<*> = written as? List<*> ?: throw NotRestored("$name has to be a list.")

private fun readFrame(variant: Variant, frame: Any?, below: Frame?): Frame {
    val written = Fields(frame, "A frame")
    val values = Fields(written["values"] ?: emptyMap<String, Any?>(), "values")
    val route = readRoute(variant, written["screen"], values)
    val asked = written["asked"] as? String
    return Frame(
        route,
        written["modal"] == true,
        if (asked == null || below == null) null else questionOf(below.route.screen.label, asked),
        readAnswers(route.screen, values),
        written["putOff"]?.let { readArrival(variant, Fields(it, "putOff")) },
    )
}

private fun readRoute(variant: Variant, label: Any?, values: Fields): Route {
    val screen = Screen.entries.find { it.label == label }
    if (screen == null || !isShownIn(variant, screen)) throw NotRestored("\${variant.text} has no screen $label any more.")
    return readArguments(screen, values)
}

private fun questionOf(screen: String, value: String): Question<*> =
    Questions.all.find { it.screen.label == screen && it.value == value }
        ?: throw NotRestored("$screen has no value $value any more.")

/** The results that have come back to a screen: they stand beside its arguments. */
private fun readAnswers(screen: Screen, values: Fields): Answers {
    val own = Questions.all.filter { it.screen == screen && it.value in values }
    return Answers(own.associateWith { it.codec.read(values[it.value], it.value) })
}

private fun readArrival(variant: Variant, written: Fields): Arrival {
    val values = Fields(written["values"] ?: emptyMap<String, Any?>(), "values")
    val link = written["link"] as? String
    if (link != null && link !in patterns) throw NotRestored("\${written["screen"]} has no link $link any more.")
    val asker = written["asker"]?.let { Fields(it, "asker") }
    return Arrival(
        Arrival.Way.entries.find { it.text == written["by"] } ?: throw NotRestored("There is no way \${written["by"]}."),
        readRoute(variant, written["screen"], values),
        asker?.let { questionOf(it["screen"].toString(), it["value"].toString()) },
        link,
    )
}
`;
