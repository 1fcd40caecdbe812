# frozen_string_literal: true

module Nockplane
  module Formats
    # STEP files (ISO 10303-21 clear text of AP203, AP214 and AP242): read into solids, product trees and tolerance
    # annotations, and written. Reading goes in layers: Part21 (text to records), Shapes (records to curves, surfaces
    # and meshes), Products (who is where), Annotations (tolerances), Import (all of it as a Modelling::Model).
    module Step
      # A file that can't be read: the message says where and what to do.
      class Unreadable < Nockplane::Error
        include InputFault
      end

      # A record that can't be used; what it stood for is left out and reported.
      class Unusable < Nockplane::Error; end

      # Does the text look like a STEP file?
      def self.is?(text)
        text.byteslice(0, 400).to_s.b.match?(%r{\A(?:\xEF\xBB\xBF)?\s*(?:/\*.*?\*/\s*)*ISO-10303-21\s*;}mn)
      end
    end
  end
end
