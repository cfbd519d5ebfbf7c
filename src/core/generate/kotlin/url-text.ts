/** The part of the Kotlin output that is the same for each plan: URLs as RFC 3986 reads them. */
export const urlText = `import java.io.ByteArrayOutputStream
import java.nio.ByteBuffer
import java.nio.charset.CharacterCodingException
import java.nio.charset.StandardCharsets

/**
 * An origin of the app's links.
 *
 * @property hosts the host, in ASCII and as people write it; none for a scheme of the app's own
 */
class Origin(val text: String, val scheme: String, val hosts: List<String>, val port: String)

/** Why a URL opens nothing. */
sealed interface Problem {
    data object Empty : Problem
    data object NoScheme : Problem
    data object TwoSlashes : Problem
    data object UserInfo : Problem
    data object NoHost : Problem
    data object NoPort : Problem
    data object OtherOrigin : Problem

    /** A character that has to be escaped. */
    data class BadCharacter(val at: Int) : Problem

    /** Half of a surrogate pair. */
    data class LoneSurrogate(val at: Int) : Problem
    data class BrokenEscape(val at: Int) : Problem

    /** An escape that is not UTF-8. */
    data class NoUtf8(val at: Int) : Problem

    /** No pattern takes it. */
    data object NoPattern : Problem

    /** A pattern takes it, and the URL lacks a value. */
    data class Missing(val name: String) : Problem

    /** A pattern takes it, and Kotlin has no such value. */
    data class OutOfRange(val name: String) : Problem
}

/** Ends the reading of a URL. */
internal class NoUrl(val problem: Problem) : Exception()

/** @property origin null for a path alone */
internal class ReadUrl(val origin: Origin?, val segments: List<String>, val query: Map<String, String>)

/** Literal text of a segment, or a variable. */
internal sealed interface Part

internal class Text(val text: String) : Part

/** @property isList whether a value is a list: of segments in the rest of a path, or with commas in a query */
internal class Variable(val name: String, val form: Form<*>, val isList: Boolean = false) : Part

/** @property origin null for a pattern of every origin */
internal class Pattern(
    val origin: String?,
    val segments: List<List<Part>>,
    val rest: Variable? = null,
    val query: List<Variable> = emptyList(),
)

private val defaultPorts = mapOf("http" to "80", "https" to "443", "ws" to "80", "wss" to "443", "ftp" to "21")

/** Characters that neither a path nor a query may hold; characters beyond ASCII are allowed (RFC 3987). */
private fun isForbidden(character: Char): Boolean =
    character <= ' ' || character in "\\"<>[\\\\]^\`{|}" || character == '\\u007f'

/** Reads a URL, or a path that begins with a slash. */
internal fun readUrl(text: String, origins: List<Origin>): ReadUrl {
    if (text.isEmpty()) throw NoUrl(Problem.Empty)
    val (origin, at) = locate(text, origins)
    val hash = text.indexOf('#', at)
    val body = text.substring(at, if (hash < 0) text.length else hash)
    body.indexOfFirst(::isForbidden).let { if (it >= 0) throw NoUrl(Problem.BadCharacter(at + it)) }
    loneSurrogate(body).let { if (it >= 0) throw NoUrl(Problem.LoneSurrogate(at + it)) }
    val path = body.substringBefore('?')
    val segments = segmentsOf(path).map { decode(it) ?: throw brokenEscape(path, at) }
    val query = body.substringAfter('?', "")
    if (query.split('&', '=', ',').any { decode(it) == null }) throw brokenEscape(query, at + path.length + 1)
    return ReadUrl(origin, segments, valuesOf(query))
}

private fun loneSurrogate(text: String): Int {
    var at = 0
    while (at < text.length) {
        if (text[at].isSurrogate()) {
            val isPair = text[at].isHighSurrogate() && at + 1 < text.length && text[at + 1].isLowSurrogate()
            if (!isPair) return at
            at++
        }
        at++
    }
    return -1
}

/** The origin of a URL, and the offset of its path. */
private fun locate(text: String, origins: List<Origin>): Pair<Origin?, Int> {
    if (text.startsWith("//")) throw NoUrl(Problem.TwoSlashes)
    if (text.startsWith("/")) return null to 0
    val match = Regex("^([A-Za-z][A-Za-z0-9+.-]*):").find(text) ?: throw NoUrl(Problem.NoScheme)
    val scheme = match.groupValues[1].lowercase()
    val begin = match.value.length
    val own = origins.filter { it.scheme == scheme }
    val bare = own.find { it.hosts.isEmpty() }
    if (!text.startsWith("//", begin)) return bare?.let { it to begin } ?: throw NoUrl(Problem.OtherOrigin)
    val slash = text.indexOfAny(charArrayOf('/', '?', '#'), begin + 2)
    val pathAt = if (slash < 0) text.length else slash
    val written = text.substring(begin + 2, pathAt)
    if ('@' in written) throw NoUrl(Problem.UserInfo)
    val problem = if (written.isEmpty()) Problem.OtherOrigin else problemOf(written)
    if (problem == null) own.find { matches(it, written) }?.let { return it to pathAt }
    // With a scheme of the app's own, people write the first segment in the place of a host.
    if (bare != null) return bare to begin + 2
    throw NoUrl(problem ?: Problem.OtherOrigin)
}

/** Host and port of an authority. */
private fun splitAuthority(authority: String): Pair<String, String> {
    val bracket = if (authority.startsWith('[')) authority.indexOf(']') + 1 else 0
    val colon = authority.indexOf(':', bracket)
    return if (colon < 0) authority to "" else authority.substring(0, colon) to authority.substring(colon + 1)
}

private fun problemOf(authority: String): Problem? {
    val (host, port) = splitAuthority(authority)
    if (port.any { it !in '0'..'9' } || (port.toLongOrNull() ?: 0) > 65_535) return Problem.NoPort
    val isHost = host.isNotEmpty() && host.none { it.isWhitespace() || it.isISOControl() || it in "\\"<>\\\\^\`{|}%" }
    return if (isHost) null else Problem.NoHost
}

private fun matches(origin: Origin, authority: String): Boolean {
    val (host, written) = splitAuthority(authority)
    val plain = written.trimStart('0').ifEmpty { if (written.isEmpty()) "" else "0" }
    val port = if (plain == defaultPorts[origin.scheme]) "" else plain
    return port == origin.port && origin.hosts.any { it.equals(host, ignoreCase = true) }
}

/** The segments of a path, without dot segments (RFC 3986, 5.2.4). A slash at the end means nothing. */
private fun segmentsOf(path: String): List<String> {
    val parts = path.removePrefix("/").split('/')
    val segments = mutableListOf<String>()
    parts.forEachIndexed { index, part ->
        when (part.replace("%2e", ".", ignoreCase = true)) {
            ".." -> segments.removeLastOrNull()
            "." -> Unit
            else -> if (part.isNotEmpty() || index < parts.lastIndex) segments += part
        }
    }
    return segments
}

/** Percent-decoding as UTF-8; null if an escape is broken. */
internal fun decode(text: String): String? {
    if ('%' !in text) return text
    val result = StringBuilder()
    var at = 0
    while (at < text.length) {
        if (text[at] != '%') {
            result.append(text[at++])
            continue
        }
        val bytes = ByteArrayOutputStream()
        while (at < text.length && text[at] == '%') {
            bytes.write(hexAt(text, at + 1) ?: return null)
            at += "%00".length
        }
        val decoder = StandardCharsets.UTF_8.newDecoder()
        try {
            result.append(decoder.decode(ByteBuffer.wrap(bytes.toByteArray())))
        } catch (_: CharacterCodingException) {
            return null
        }
    }
    return result.toString()
}

private fun hexAt(text: String, at: Int): Int? =
    if (at + 2 <= text.length) Regex("[0-9A-Fa-f]{2}").matchAt(text, at)?.value?.toInt(radix = 16) else null

private fun brokenEscape(text: String, from: Int): NoUrl {
    Regex("%(?![0-9A-Fa-f]{2})").find(text)?.let { return NoUrl(Problem.BrokenEscape(from + it.range.first)) }
    val run = Regex("(?:%[0-9A-Fa-f]{2})+").findAll(text).firstOrNull { decode(it.value) == null }
    return NoUrl(Problem.NoUtf8(from + (run?.range?.first ?: 0)))
}

/** The first value of each name of a query, as written. */
private fun valuesOf(query: String): Map<String, String> {
    val values = mutableMapOf<String, String>()
    for (pair in query.split('&').filter { it.isNotEmpty() }) {
        val written = pair.substringBefore('=')
        values.putIfAbsent(decode(written) ?: written, pair.substringAfter('=', ""))
    }
    return values
}

/** The texts of a URL for the variables of a pattern; a variable that the URL leaves out is not among them. */
internal class Taken(private val texts: Map<String, List<String>>) {
    /** The value of a variable; null if the URL leaves it out. */
    fun <T : Any> one(name: String, form: Form<T>): T? = texts[name]?.first()?.let { read(name, it, form) }

    /** The value of a variable that the route cannot be without. */
    fun <T : Any> needed(name: String, form: Form<T>): T = one(name, form) ?: throw NoUrl(Problem.Missing(name))

    /** The values of a variable that is a list; none if the URL leaves it out. */
    fun <T : Any> all(name: String, form: Form<T>): List<T> = texts[name].orEmpty().map { read(name, it, form) }

    private fun <T : Any> read(name: String, text: String, form: Form<T>): T =
        form.read(text) ?: throw NoUrl(Problem.OutOfRange(name))
}

/** The texts that a URL brings to a pattern; null if it does not fit. */
internal fun take(pattern: Pattern, url: ReadUrl): Taken? {
    if (pattern.origin != null && url.origin != null && pattern.origin != url.origin.text) return null
    val count = pattern.segments.size
    if (url.segments.size < count || (pattern.rest == null && url.segments.size > count)) return null
    val taken = mutableMapOf<String, List<String>>()
    pattern.segments.forEachIndexed { index, parts ->
        val texts = takeParts(parts, url.segments[index]) ?: return null
        texts.forEach { (name, text) -> taken[name] = listOf(text) }
    }
    pattern.rest?.let { rest ->
        val texts = url.segments.drop(count)
        if (rest.isList && texts.any { it.isEmpty() || !rest.form.fits(it) }) return null
        taken[rest.name] = if (rest.isList) texts else listOf(texts.joinToString("/"))
    }
    for (variable in pattern.query) {
        val value = url.query[variable.name] ?: continue
        val texts = (if (variable.isList) value.split(',') else listOf(value)).map { decode(it) ?: it }
        if (!texts.all(variable.form.fits)) return null
        taken[variable.name] = texts
    }
    return Taken(taken)
}

/** The text of each variable of a segment, each as short as possible, from the left; null if it does not fit. */
private fun takeParts(parts: List<Part>, text: String): Map<String, String>? {
    val failed = mutableSetOf<Pair<Int, Int>>()
    fun from(index: Int, at: Int): Map<String, String>? {
        val part = parts.getOrNull(index) ?: return if (at == text.length) emptyMap() else null
        if (index to at in failed) return null
        val found = when (part) {
            is Text -> if (text.startsWith(part.text, at)) from(index + 1, at + part.text.length) else null
            is Variable -> {
                // The last variable takes all that is left.
                val first = if (index == parts.lastIndex) maxOf(text.length, at + 1) else at + 1
                (first..text.length).firstNotNullOfOrNull { end ->
                    val value = text.substring(at, end)
                    val rest = if (part.form.fits(value)) from(index + 1, end) else null
                    rest?.let { mapOf(part.name to value) + it }
                }
            }
        }
        if (found == null) failed += index to at
        return found
    }
    return from(0, 0)
}

/** The URL of a pattern with these texts, from the path on; null if one of them cannot stand in a URL. */
internal fun write(pattern: Pattern, texts: Map<String, List<String>>): String? {
    val path = StringBuilder()
    for (parts in pattern.segments) path.append('/').append(writeParts(parts, texts) ?: return null)
    pattern.rest?.let { rest ->
        val values = texts[rest.name] ?: return null
        for (segment in if (rest.isList) values else splitRest(values.first())) {
            if (isLost(segment)) return null
            path.append('/').append(escape(segment) ?: return null)
        }
    }
    val query = mutableListOf<String>()
    for (variable in pattern.query) {
        val values = texts[variable.name] ?: continue
        if (variable.isList && values.isEmpty()) continue
        query += "\${variable.name}=" + values.map { escape(it) ?: return null }.joinToString(",")
    }
    return path.ifEmpty { "/" }.toString() + if (query.isEmpty()) "" else query.joinToString("&", prefix = "?")
}

private fun writeParts(parts: List<Part>, texts: Map<String, List<String>>): String? {
    val written = StringBuilder()
    val plain = StringBuilder()
    for (part in parts) {
        val text = when (part) {
            is Text -> part.text
            is Variable -> texts[part.name]?.first()
        }
        if (text.isNullOrEmpty()) return null
        written.append((if (part is Text) escape(text, PLAIN_IN_PATHS) else escape(text)) ?: return null)
        plain.append(text)
    }
    if (written.toString() == "." || written.toString() == "..") return null
    // With several variables in one segment, some values would read as others.
    val read = takeParts(parts, plain.toString())
    val isSame = parts.all { it !is Variable || read?.get(it.name) == texts[it.name]?.first() }
    return if (isSame) written.toString() else null
}

private fun isLost(segment: String): Boolean = segment.isEmpty() || segment == "." || segment == ".."

/** A text as segments. The slash beside one that no path keeps is escaped. */
private fun splitRest(text: String): List<String> {
    val segments = mutableListOf<String>()
    if (text.isEmpty()) return segments
    for (part in text.split('/')) {
        val last = segments.lastOrNull()
        if (last != null && (isLost(part) || isLost(last))) segments[segments.lastIndex] = "$last/$part" else segments += part
    }
    return segments
}

/** Characters of a pattern that stay as they are, beside the unreserved ones of RFC 3986. */
private const val PLAIN_IN_PATHS = "$&+,:;=@!'()*"

/** Escapes all characters but the unreserved ones, and \`plain\`; null for half of a surrogate pair. */
private fun escape(text: String, plain: String = ""): String? {
    if (loneSurrogate(text) >= 0) return null
    val result = StringBuilder()
    for (byte in text.toByteArray(StandardCharsets.UTF_8)) {
        val code = byte.toInt() and 0xff
        val character = code.toChar()
        val isPlain = character in 'A'..'Z' || character in 'a'..'z' || character in '0'..'9' ||
            character in "-_.~" || character in plain
        if (isPlain) result.append(character) else result.append('%').append("%02X".format(code))
    }
    return result.toString()
}
`;
