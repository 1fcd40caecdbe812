# frozen_string_literal: true

module Nockplane
  module Products
    # Parts that a plane along them leaves whole (SEC-40): fasteners, pins, keys, shafts, balls and the like, and what
    # was bought as a whole.
    module Uncut
      WORDS =
        /\b(screw|bolt|stud|nut|washer|rivet|pin|dowel|key|cotter|shaft|spindle|axle|rod|ball|roller|needle|handle|
             lever)s?\b/ix
      # The same in files from elsewhere in Europe, as compounds are written there too.
      FOREIGN =
        /(schraube|mutter\b|scheibe\b|bolzen|stift\b|niet\b|passfeder|welle\b|kugel\b|\bvis\b|écrou|rondelle|
          goupille|rivet|clavette|arbre|bille|vite\b|dado\b|rondella|spina|albero|tornillo|tuerca|arandela|pasador)/ix
      # A designation by a standard of parts.
      DESIGNATION = /\b(ISO|DIN|EN|ANSI|ASME|JIS|GB|NF)[ -]?(EN[ -]?)?\d{2,5}\b/
      # What is bought and cut all the same, since its section says what it is.
      CUT = /\b(gasket|seal|o ring|packing|cord|tube|hose|bush|liner)s?\b/i
      # Properties that name what a part is.
      NAMING = %w[name description designation standard].freeze

      module_function

      # component: Modelling::Assembly::Instance.
      def by_standard?(component)
        words = [component.name, component.reference, *component.properties.values_at(*NAMING)].compact
          .join(' ')
          .tr('-_', ' ')
        words.match?(WORDS) || words.match?(FOREIGN) || words.match?(DESIGNATION) ||
          (component.purchased && !words.match?(CUT))
      end
    end
  end
end
