# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # What exporting programs write where nobody gave a part its name or number.
      module Placeholders
        NOTHING = /\A(?:|none|null|unnamed|untitled|default|open[ ]cascade.*|.*\bstep[ ]translator\b.*|"?\s*"?)\z/i
        # The same, and words for whatever there is, counted.
        COUNTED =
          /\A(?:new(?:[ ]part|[ ]document|[ ]model)?|part|body|solid|compound|shape|product|assembly|model|
             imported[ ]model|none|null|unnamed|untitled|default|)[\s_.\#-]*\d*\z/ix

        # Addresses and counters that programs give to what stands in an assembly.
        ADDRESS = /\A(?:(?:=>)?\[?\d+(?::\d+)*\]?|NAUO[\s_-]*\d*|)\z/i

        module_function

        # Does what an occurrence is called say nothing?
        def occurrence?(text) = text.strip.match?(ADDRESS)

        # Does a name say nothing?
        def name?(text) = text.strip.match?(NOTHING) || text.strip.match?(COUNTED)

        # The product id as a number, '' where the program only counted: such an id says no more than the name that goes
        # with it ("Part1", "Part1"), while "Part-12" of a bracket may be a number.
        def number(id, name)
          return '' if id.strip.match?(NOTHING)

          id.match?(/[[:alpha:]]/) && name?(id) && (name?(name) || name.strip == id.strip) ? '' : id
        end
      end
    end
  end
end
