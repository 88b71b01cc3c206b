package agogic.formats.description;

/** Names of LV2 1.18 and what it builds on: lv2core, units, port-props, port-groups, patch, atom; RDF, RDFS, DOAP. */
final class Lv2 {
    static final String TYPE = "http://www.w3.org/1999/02/22-rdf-syntax-ns#type";
    static final String VALUE = "http://www.w3.org/1999/02/22-rdf-syntax-ns#value";
    static final String LABEL = "http://www.w3.org/2000/01/rdf-schema#label";
    static final String RANGE = "http://www.w3.org/2000/01/rdf-schema#range";
    static final String SEE_ALSO = "http://www.w3.org/2000/01/rdf-schema#seeAlso";
    static final String DOAP_NAME = "http://usefulinc.com/ns/doap#name";

    private static final String CORE = "http://lv2plug.in/ns/lv2core#";
    static final String PLUGIN = CORE + "Plugin";
    static final String PORT = CORE + "port";
    static final String INPUT = CORE + "InputPort";
    static final String CONTROL = CORE + "ControlPort";
    static final String INDEX = CORE + "index";
    static final String SYMBOL = CORE + "symbol";
    static final String NAME = CORE + "name";
    static final String SHORT_NAME = CORE + "shortName";
    static final String DEFAULT = CORE + "default";
    static final String MINIMUM = CORE + "minimum";
    static final String MAXIMUM = CORE + "maximum";
    static final String SCALE_POINT = CORE + "scalePoint";
    static final String PROPERTY = CORE + "portProperty";
    static final String SAMPLE_RATE = CORE + "sampleRate";
    static final String TOGGLED = CORE + "toggled";
    static final String INTEGER = CORE + "integer";
    static final String ENUMERATION = CORE + "enumeration";
    static final String DESIGNATION = CORE + "designation";
    static final String FREE_WHEELING = CORE + "freeWheeling";

    private static final String PROPS = "http://lv2plug.in/ns/ext/port-props#";
    static final String LOGARITHMIC = PROPS + "logarithmic";
    static final String RANGE_STEPS = PROPS + "rangeSteps";
    static final String NOT_AUTOMATIC = PROPS + "notAutomatic";

    static final String GROUP = "http://lv2plug.in/ns/ext/port-groups#group";
    static final String UNITS = "http://lv2plug.in/ns/extensions/units#";
    static final String UNIT = UNITS + "unit";
    static final String WRITABLE = "http://lv2plug.in/ns/ext/patch#writable";
    static final String ATOM = "http://lv2plug.in/ns/ext/atom#";

    private Lv2() {}
}
