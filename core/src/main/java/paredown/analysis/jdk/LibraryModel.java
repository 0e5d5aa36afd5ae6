package paredown.analysis.jdk;

import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import paredown.code.facts.OutsideCall;

/** What is known by name of code outside the project: which of it calls back by what it was given or holds only, and what that is. */
public final class LibraryModel {
    public static final String ORDER = "java.util.Comparator";
    public static final String THREAD_LOCAL = "java.lang.ThreadLocal";
    private static final String THREAD = "java.lang.Thread";

    /** What is handed over here makes the first value of a thread. */
    public static final String SUPPLYING = "java\\.lang\\.ThreadLocal#withInitial\\(.*";

    /** What is handed over here is a part of an order, whoever asks that. */
    public static final String COMPOSING_ORDERS = "java\\.util\\.(Comparator|Map\\.Entry|Collections)"
            + "#(comparing\\w*|thenComparing\\w*|reverseOrder|nulls\\w+)\\(.*";

    /** The same of a function. */
    public static final String COMPOSING =
            COMPOSING_ORDERS + "|java\\.util\\.function\\.\\w+#(andThen|compose|and|or|not|minBy|maxBy)\\(.*";

    /** What is handed over here puts what a collection holds in order, as long as there is one. */
    public static final String ORDERING = "java\\.util\\.(concurrent\\.)?\\w+#<init>\\(.*java\\.util\\.Comparator.*";

    /** They run a function before they end, and keep it nowhere. */
    private static final Pattern AT_ONCE =
            Pattern.compile("java\\.util\\.(Arrays#(setAll|sort)|Collections#(sort|min|max)"
                    + "|Optional(Int|Long|Double)?#(map|flatMap|filter|ifPresent(OrElse)?|or|orElseGet|orElseThrow)"
                    + "|(concurrent\\.)?\\w+#(compute|computeIf(Absent|Present)|forEach|forEachRemaining|merge|removeIf|replaceAll|sort))\\(.*"
                    + "|java\\.lang\\.Iterable#forEach\\(.*");

    /** Makes a stream, an order or a collector of others, or runs them: what is done on closing comes later. */
    private static final Pattern STEPS = Pattern.compile("java\\.util\\.(stream\\.(?!.*#onClose\\()|Comparator#).*");

    /** What runs the functions that it is made of when it is asked. */
    private static final Pattern STILL_TO_RUN =
            Pattern.compile("java\\.util\\.(stream\\..*|Comparator|((Primitive)?Iterator|Spliterator)(\\..*)?)");

    private static final Pattern FLATTENING = Pattern.compile("java\\.util\\.stream\\..*#flatMap\\w*\\(.*");

    /** Takes what is written to the other end of it. */
    public static final String PIPE = "java.io.PipedInputStream";

    private static final String ATOMIC = "java.util.concurrent.atomic";
    private static final String REFLECTION = "java.lang.reflect";
    private static final String TEXTS = "java.text";
    private static final String IMAGES = "javax.imageio";
    private static final String PARSERS = "javax.xml.parsers";

    /** Libraries that call no more of a program than what it gave them: streams and functions over them, requests and their answers, tests' values. */
    private static final Pattern QUIET_LIBRARIES = Pattern.compile("org\\.apache\\.commons\\.(codec|io)\\b.*"
            + "|org\\.junit\\.jupiter\\.(api|params)\\b.*"
            + "|(javax|jakarta)\\.servlet\\b(?!.*\\.(RequestDispatcher|FilterChain|ServletContext)$).*");

    /** What makes objects that answer for a type whose methods are written nowhere. */
    private static final Pattern MAKERS = Pattern.compile(
            "java\\.lang\\.invoke\\.(MethodHandleProxies|LambdaMetafactory)|java\\.lang\\.reflect\\.Proxy|java\\.util\\.ServiceLoader"
                    + "|java\\.util\\.stream\\.Collector");

    private static final Set<String> QUIET_TYPES = Set.of(
            "java.awt.AlphaComposite",
            "java.awt.Graphics",
            "java.awt.Graphics2D",
            "java.awt.FontMetrics",
            "java.awt.Image",
            "java.awt.Polygon",
            "java.awt.Shape",
            "java.awt.Stroke",
            "java.awt.TexturePaint",
            "java.awt.LinearGradientPaint",
            "java.awt.MultipleGradientPaint",
            "java.awt.RadialGradientPaint",
            "java.awt.RenderingHints",
            "java.awt.RenderingHints.Key",
            "java.awt.font.FontRenderContext",
            "java.awt.font.LineMetrics",
            "java.awt.font.TextLayout",
            "java.awt.print.PageFormat",
            "java.awt.print.Paper",
            "java.awt.event.ActionEvent",
            "java.awt.event.MouseEvent",
            "java.awt.event.MouseWheelEvent",
            "java.beans.PropertyChangeEvent",
            "java.beans.PropertyChangeSupport",
            "java.beans.VetoableChangeSupport",
            "java.security.SecureRandom",
            "java.net.URLDecoder",
            "java.net.URLEncoder",
            "javax.imageio.IIOParam",
            "javax.imageio.ImageReadParam",
            "javax.imageio.ImageWriteParam",
            "javax.swing.BorderFactory",
            "javax.swing.Icon",
            "javax.swing.event.EventListenerList");

    private static final Set<String> QUIET_PACKAGES =
            Set.of("java.awt.image", "java.io", "java.lang.annotation", "java.nio");

    /** They run what they were given before, or make objects by name. */
    private static final Set<String> RUNNERS = Set.of(
            "java.io.ObjectInputStream",
            "java.io.ObjectOutputStream",
            "java.lang.Runtime",
            THREAD,
            THREAD_LOCAL,
            "java.util.Observable",
            "java.util.Scanner",
            "java.util.ServiceLoader",
            "java.util.Timer");

    /** Methods that tell what a thread is like, and change that, or let it wait. */
    private static final String DESCRIBING =
            "[gs]et(Id|ThreadGroup|State|Name|Priority|UncaughtExceptionHandler|ContextClassLoader)|setDaemon|sleep|yield|onSpinWait|holdsLock|is(Alive|Daemon|Interrupted)|currentThread|interrupted|threadId";

    /** Their methods that read and write numbers and texts, and ask the stream below for no more than that. */
    private static final String PRIMITIVE =
            "(read|write)(Boolean|Byte|Bytes|Char|Chars|Double|Float|Fully|Int|Long|Short|UTF|Unsigned\\w+)|available|close|flush";

    /** Methods that a value of a thread answers by itself. */
    private static final String OF_THREAD = "get|set|remove|withInitial";

    private static final String STREAMING = "java.util.stream";

    /** An iterator over a stream runs what makes its values. */
    public static final String WALKING_STREAMS = "java\\.util\\.stream\\.\\w+#(iterator|spliterator)\\(.*";

    private static final Set<String> RUNNING_PACKAGES = Set.of("java.util.concurrent", "java.util.function", STREAMING);

    public static final String SHARED_MAP = "java.util.concurrent.ConcurrentMap";
    public static final String SHARED_ORDERS = "java\\.util\\.concurrent\\.ConcurrentSkipList\\w+#<init>\\(.*";

    /** Collections that several threads may use: they run what they are given, as others do. */
    private static final String SHARED_COLLECTIONS =
            "java\\.util\\.concurrent\\.(Concurrent(Hash)?Map|ConcurrentLinked\\w+|CopyOnWrite\\w+)";

    private static final Set<String> STREAMS = Set.of(
            "java.io.InputStream", "java.io.OutputStream", "java.io.Reader", "java.io.Writer", "java.lang.Appendable");

    private static final Set<String> OF_WRITERS =
            Set.of("java.io.OutputStream", PIPE, "java.io.Writer", "java.lang.Appendable");

    private static final Pattern WRITERS =
            Pattern.compile("java\\.io\\.(\\w*(Writer|OutputStream)|PrintStream)|java\\.lang\\.Appendable");

    private static final Set<String> OF_READERS =
            Set.of("java.io.InputStream", "java.io.Reader", "java.lang.Readable", "java.util.Enumeration");
    private static final Pattern READERS =
            Pattern.compile("java\\.io\\.\\w*(Reader|InputStream)|java\\.lang\\.Readable");

    /** What objects of a package may hold of other kinds: a reader a stream, a matcher a text. */
    private static final Map<String, Set<String>> OF_PACKAGE = Map.of(
            "java.io",
            STREAMS,
            "java.beans",
            Set.of("java.beans.PropertyChangeListener", "java.beans.VetoableChangeListener"),
            "java.util",
            Set.of(
                    "java.util.Collection",
                    "java.util.Enumeration",
                    "java.util.Iterator",
                    "java.util.Map",
                    "java.util.Map.Entry"),
            STREAMING,
            Set.of(
                    "java.util.Collection",
                    "java.util.Iterator",
                    "java.util.Map",
                    "java.util.Map.Entry",
                    "java.util.Spliterator"),
            IMAGES,
            Set.of(
                    "java.awt.image.ColorModel",
                    "java.awt.image.Raster",
                    "java.awt.image.RenderedImage",
                    "java.io.InputStream",
                    "java.io.OutputStream",
                    "javax.imageio.IIOParamController",
                    "javax.imageio.ImageReader",
                    "javax.imageio.ImageWriter",
                    "javax.imageio.event.IIOReadProgressListener",
                    "javax.imageio.event.IIOReadUpdateListener",
                    "javax.imageio.event.IIOReadWarningListener",
                    "javax.imageio.event.IIOWriteProgressListener",
                    "javax.imageio.event.IIOWriteWarningListener",
                    "javax.imageio.metadata.IIOMetadata",
                    "javax.imageio.stream.ImageInputStream"),
            PARSERS,
            Set.of(
                    "java.io.InputStream",
                    "java.io.Reader",
                    "java.net.URLConnection",
                    "java.net.URLStreamHandler",
                    "javax.xml.validation.Schema",
                    "org.w3c.dom.ls.LSResourceResolver",
                    "org.xml.sax.ContentHandler",
                    "org.xml.sax.DTDHandler",
                    "org.xml.sax.EntityResolver",
                    "org.xml.sax.ErrorHandler",
                    "org.xml.sax.ext.DeclHandler",
                    "org.xml.sax.ext.LexicalHandler"),
            "java.util.regex",
            Set.of("java.lang.CharSequence"),
            "java.text",
            Set.of(
                    "java.text.CharacterIterator",
                    "java.text.DateFormatSymbols",
                    "java.text.DecimalFormatSymbols",
                    "java.text.Format",
                    "java.util.Calendar",
                    "java.util.TimeZone"));

    /** Collections that hold what is in them and nothing else: no view of another one. */
    private static final Pattern WHOLE_COLLECTIONS = Pattern.compile(
            "java\\.util\\.(ArrayList|LinkedList|Vector|Stack|ArrayDeque|((Linked)?Hash|Enum)(Map|Set)|Tree(Map|Set)|Hashtable)");

    private static final Pattern UNORDERED = Pattern.compile(
            "java\\.util\\.(ArrayList|LinkedList|Vector|Stack|ArrayDeque|((Linked|Identity|Weak)?Hash|Enum)(Map|Set)|Hashtable)");

    private static final Set<String> OF_LISTS = Set.of("java.util.Collection", "java.util.Iterator");
    private static final Set<String> OF_DATES = Set.of("java.util.Calendar", "java.util.TimeZone");
    private static final Set<String> OF_IMAGES = Set.of("javax.imageio.IIOParamController");
    private static final Set<String> OF_NUMBER_FORMATS = Set.of("java.text.DecimalFormatSymbols");
    private static final Set<String> OF_DATE_FORMATS = Set.of(
            "java.text.DateFormatSymbols",
            "java.text.DecimalFormatSymbols",
            "java.text.NumberFormat",
            "java.util.Calendar",
            "java.util.TimeZone");

    /** The same of a type, where that is less. */
    private static final Map<String, Set<String>> OF_TYPE = Map.ofEntries(
            Map.entry("java.text.ChoiceFormat", OF_NUMBER_FORMATS),
            Map.entry("java.text.DecimalFormat", OF_NUMBER_FORMATS),
            Map.entry("java.text.NumberFormat", OF_NUMBER_FORMATS),
            Map.entry("java.text.DateFormat", OF_DATE_FORMATS),
            Map.entry("java.text.SimpleDateFormat", OF_DATE_FORMATS),
            Map.entry("java.security.SecureRandom", Set.of("java.security.Provider", "java.security.SecureRandomSpi")),
            Map.entry("javax.imageio.ImageWriteParam", OF_IMAGES),
            Map.entry("javax.imageio.ImageReadParam", OF_IMAGES),
            Map.entry("javax.imageio.IIOParam", OF_IMAGES),
            Map.entry("javax.swing.AbstractButton", Set.of("javax.swing.ButtonModel")),
            Map.entry("java.util.BitSet", Set.of()),
            Map.entry("java.util.List", OF_LISTS),
            Map.entry("java.util.ListIterator", OF_LISTS),
            Map.entry("java.util.Calendar", OF_DATES),
            Map.entry("java.util.Comparator", Set.of()),
            Map.entry("java.util.Date", OF_DATES),
            Map.entry("java.util.Formatter", OF_WRITERS),
            Map.entry("java.util.GregorianCalendar", OF_DATES),
            Map.entry("java.util.TimeZone", OF_DATES),
            Map.entry("java.util.Locale", Set.of()),
            Map.entry("java.util.Random", Set.of()),
            Map.entry("java.util.StringTokenizer", Set.of()),
            Map.entry("java.util.UUID", Set.of()),
            Map.entry("java.text.DateFormatSymbols", Set.of()),
            Map.entry("java.text.DecimalFormatSymbols", Set.of()),
            Map.entry("java.text.FieldPosition", Set.of()),
            Map.entry("java.text.ParsePosition", Set.of()));

    /** Methods of collections that ask nothing of what is in them. */
    private static final String UNASKED =
            "size|isEmpty|clear|iterator|listIterator|hasNext|next|previous|hasPrevious|keySet|values|entrySet|getKey|getValue"
                    + "|elements|hasMoreElements|nextElement|hasMoreTokens|nextToken|countTokens|elementAt|firstElement|lastElement|getFirst|getLast|addFirst|addLast"
                    + "|stream|parallelStream|spliterator|forEach|toArray|removeIf|trimToSize|ensureCapacity|unmodifiable\\w+|empty\\w+|reverse|swap|asList|requireNonNull|isNull|nonNull";

    /** Collections that may put what they hold in an order. */
    private static final String ORDERED =
            "java\\.util\\.(concurrent\\.ConcurrentMap|Map|Set|Collection|Queue|Deque|PriorityQueue|(Sorted|Navigable|Tree)(Map|Set))";

    /** Methods that put what they are given into a text. */
    private static final String TEXTUAL = "toString|deepToString|join|format|valueOf|print|println|printf|append";

    /** What walks through a collection; only who has a collection or a map of his own hands one out that is his. */
    private static final Set<String> WALKERS = Set.of(
            "java.util.Iterator",
            "java.util.ListIterator",
            "java.util.Enumeration",
            "java.util.Map.Entry",
            "java.util.Spliterator");

    /** Who goes through what can be gone through asks one of these for it. */
    public static final Set<String> OF_ITERABLES = Set.of("java.util.Iterator", "java.util.Spliterator");

    private LibraryModel() {}

    public static boolean isWalker(String type) {
        return WALKERS.contains(type);
    }

    /** Whether a type is of code that calls nothing of the project by its name. */
    public static boolean isBound(String type) {
        return LibraryTypes.isBound(type) || isOfQuietLibrary(type);
    }

    /** Whether a type is of a library that only tests have. */
    static boolean isOfTests(String type) {
        return type.startsWith("org.junit.");
    }

    public static boolean isOfQuietLibrary(String type) {
        return QUIET_LIBRARIES.matcher(type).matches();
    }

    /** Whether a method calls no more of the project than what it is given or its object holds. */
    public static boolean isQuiet(String owner, String method) {
        String packageName = LibraryTypes.packageOf(owner);
        return QUIET_TYPES.contains(owner)
                || QUIET_PACKAGES.contains(packageName)
                || isOfQuietLibrary(owner)
                || owner.equals(REFLECTION + ".Array")
                || packageName.equals(PARSERS) && !isFindingParsers(owner, method)
                || packageName.equals(REFLECTION)
                        && method.matches("get.+|is.+|setAccessible|equals|hashCode|to\\w*String");
    }

    /**
     * Whether all that a method runs is known: of a stream of which the same expression tells the beginning, or of what makes one.
     *
     * @param alone whether it is static
     */
    public static boolean isOfMadeStream(String owner, boolean alone, OutsideCall call) {
        return LibraryTypes.packageOf(owner).equals(STREAMING)
                && (alone || call.receiver().isEmpty())
                && call.given().stream()
                        .noneMatch(type ->
                                isFunction(type) || LibraryTypes.packageOf(type).equals(STREAMING));
    }

    /** Whether a method runs what somebody has handed over before. */
    public static boolean isRunning(String owner, String method) {
        boolean keeps = owner.equals(THREAD_LOCAL) && method.matches(OF_THREAD)
                || owner.startsWith("java.io.Object") && method.matches(PRIMITIVE)
                || owner.equals("java.io.ObjectOutputStream") && method.equals("<init>");
        return RUNNERS.contains(owner) && !keeps
                || RUNNING_PACKAGES.contains(LibraryTypes.packageOf(owner)) && !owner.matches(SHARED_COLLECTIONS)
                || owner.equals("java.lang.Class") && method.startsWith("getResource");
    }

    /** Whether a method tells what a thread is like, or changes that: it calls no other that somebody may have written. */
    public static boolean isOfThread(String owner, String method) {
        return owner.equals(THREAD) && method.matches(DESCRIBING);
    }

    /** Whether a type reads and writes pictures, by readers and writers that it finds. */
    public static boolean isOfImages(String type) {
        return LibraryTypes.packageOf(type).matches("javax\\.imageio(\\.stream)?");
    }

    /** Whether a method finds a maker of parsers: of the JDK, of a library, or one that the project has of the same type. */
    public static boolean isFindingParsers(String owner, String method) {
        return LibraryTypes.packageOf(owner).equals(PARSERS) && method.matches("new(NS)?Instance");
    }

    public static boolean isRunAtOnce(String method) {
        return AT_ONCE.matcher(method).matches();
    }

    public static boolean isStep(String method) {
        return STEPS.matcher(method).matches();
    }

    public static boolean isStillToRun(String type) {
        return STILL_TO_RUN.matcher(type).matches();
    }

    public static boolean isFlattening(String method) {
        return FLATTENING.matcher(method).matches();
    }

    public static boolean isRunner(String owner) {
        return RUNNERS.contains(owner);
    }

    /** Whether objects of a type are mostly called by whoever has them, though they have one open method only. */
    public static boolean isDescription(String owner) {
        return LibraryTypes.packageOf(owner).equals(REFLECTION);
    }

    /** The types of what objects of a type may hold besides what their type arguments say. */
    public static Set<String> held(String type) {
        if (WHOLE_COLLECTIONS.matcher(type).matches()) {
            return Set.of();
        }
        if (WRITERS.matcher(type).matches()) {
            return OF_WRITERS;
        }
        if (READERS.matcher(type).matches()) {
            return OF_READERS;
        }
        String packageName =
                isOfQuietLibrary(type) ? "java.io" : isOfImages(type) ? IMAGES : LibraryTypes.packageOf(type);
        return OF_TYPE.getOrDefault(type, OF_PACKAGE.getOrDefault(packageName, Set.of()));
    }

    /** Whether a method may ask objects whether they are equal, which comes first, or what they look like. */
    public static boolean isAsking(String owner, String method) {
        String packageName = LibraryTypes.packageOf(owner);
        boolean silent = method.matches(UNASKED)
                || owner.equals(THREAD_LOCAL) && method.matches(OF_THREAD)
                || owner.equals("java.lang.Class")
                || owner.equals("java.lang.Comparable")
                || owner.equals("java.util.Properties") && method.endsWith("Property")
                || owner.equals("java.lang.System")
                || owner.equals("java.util.Arrays")
                        && method.matches("copyOf\\w*|fill|setAll|parallelSetAll|stream|spliterator")
                || isFunction(owner) && !owner.matches("java\\.util\\.(Comparator|function\\.\\w*Predicate)")
                || packageName.equals(STREAMING)
                        && !owner.endsWith(".Collectors")
                        && !method.matches("distinct|sorted|min|max|collect")
                || packageName.equals(TEXTS) && method.equals("clone")
                || isOfAttributes(owner) && !method.matches("getRun\\w+|equals|hashCode|toString")
                || Set.of(ATOMIC, "java.util.concurrent.locks", REFLECTION).contains(packageName)
                        && !method.matches("equals|hashCode|toString|getTypeName");
        return !silent;
    }

    /**
     * What is asked of objects: whether they are equal, which comes first, and where wanted what they look like.
     *
     * @param all every question there is
     */
    public static Set<String> asked(String owner, String method, OutsideCall call, Set<String> all) {
        if (isAnsweredByParts(owner, method)) {
            return method.equals("toString") ? Set.of(method, "hashCode") : Set.of(method);
        }
        if (isOfTexts(owner)) {
            return isOfAttributes(owner) ? Set.of("equals", "hashCode") : Set.of("toString", "hashCode");
        }
        if (isFunction(owner)) {
            return Set.of(owner.equals(ORDER) ? "compareTo" : "equals");
        }
        boolean pair = owner.equals("java.util.Objects") || owner.equals("java.util.Arrays");
        if (pair && method.matches("equals|deepEquals")) {
            return Set.of("equals");
        }
        if (pair && method.matches("hash|hashCode|deepHashCode")) {
            return Set.of("hashCode");
        }
        if (method.matches("sort|parallelSort|binarySearch")) {
            return Set.of("compareTo");
        }
        if (owner.equals("java.util.List")
                && call.given().isEmpty()
                && method.matches("contains|indexOf|remove|lastIndexOf")) {
            return Set.of("equals");
        }
        boolean textual = !LibraryTypes.packageOf(owner).equals("java.util") || method.matches(TEXTUAL);
        return textual ? all : Set.of("equals", "hashCode", "compareTo");
    }

    /** Whether a type, or the library that it is of, makes functions that nobody has written. */
    public static boolean isMaker(String type) {
        return MAKERS.matcher(type).matches() || !LibraryTypes.isOfTheJdk(type) && !isOfQuietLibrary(type);
    }

    /** Whether an object of a type may be made of several functions. */
    public static boolean isFunction(String type) {
        return type.equals(ORDER) || LibraryTypes.packageOf(type).equals("java.util.function");
    }

    /** Whether a method of a collection or map hands out what walks through it, or something that does. */
    public static boolean isHandingOutWalkers(String method) {
        return method.matches(
                "\\w*[iI]terator|spliterator|\\w*(Set|Map|List)|values|elements|keys|stream|parallelStream|reversed");
    }

    /** Whether a method of a collection looks at none of its members, and so needs nothing to walk through them. */
    public static boolean isWalkless(String method) {
        return method.matches("size|isEmpty|add");
    }

    /** Whether objects of a type may put what they hold in an order. */
    public static boolean isOrdered(String type) {
        return type.matches(ORDERED);
    }

    /** Whether objects of a type ask nothing that puts others in an order. */
    public static boolean isUnordered(String type) {
        return UNORDERED.matcher(type).matches();
    }

    public static boolean isOfTexts(String owner) {
        return LibraryTypes.packageOf(owner).equals(TEXTS);
    }

    /** Whether a format asks what it holds, and never itself: to be equal, or to be copied. */
    public static boolean isAnsweredByParts(String owner, String method) {
        return isOfTexts(owner) && method.matches("equals|hashCode|toString|clone");
    }

    /** Whether objects of a type ask values of any kind whether they are equal. */
    public static boolean isOfAttributes(String type) {
        return type.startsWith(TEXTS + ".Attributed");
    }

    /** What a method makes of classes that it is told by name: objects, or their static values only. */
    public static Allocations allocates(String owner, String method) {
        boolean ofClass = owner.equals("java.lang.Class");
        if (method.equals("newInstance") && (ofClass || owner.equals(REFLECTION + ".Constructor"))) {
            return Allocations.ANY;
        }
        boolean loads = ofClass && method.matches("forName|getEnumConstants")
                || owner.equals(REFLECTION + ".Field")
                        && method.matches("[gs]et(Boolean|Byte|Char|Double|Float|Int|Long|Short)?");
        return loads ? Allocations.STATIC : Allocations.NONE;
    }

    /** Whether a method of such a name may make an object of any class: it is told which, or reads it. */
    public static boolean isMaking(String method) {
        return method.matches("newInstance|invoke\\w*|instantiate|readObject");
    }

    /** Whether an object, a text excepted, is taken only to be kept. */
    public static boolean isKept(String owner, String method) {
        return owner.startsWith("java.util.")
                        && method.matches("add|set|put|push|addFirst|addLast|addElement|requireNonNull|isNull|nonNull")
                || LibraryTypes.packageOf(owner).equals(ATOMIC)
                        && method.matches("<init>|set|lazySet|getAndSet|weakCompareAnd\\w+|compareAnd\\w+")
                || owner.equals(THREAD_LOCAL) && method.equals("withInitial")
                || owner.equals("javax.swing.event.EventListenerList") && method.matches("add|remove")
                || owner.startsWith("java.beans.") && method.matches("(add|remove)\\w+Listener");
    }
}
