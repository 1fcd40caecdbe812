# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # A weld (ISO 2553): its symbol on a reference line instead of the words; the leader is its arrow line.
        class Weld < Shape
          NAME = 'weld'
          TITLE = 'the symbol of a weld (fillet a5)'

          def problem(text)
            return nil if Drafting::WeldSign.read(text)

            kinds = Drafting::WeldSign::KINDS.keys.join(', ')
            "a weld is said in lines: #{kinds} with its size (fillet a5); then, as far as wanted," \
              ' a length (3×50 (20)), other side or both sides, around, site, and the tail (/135)'
          end

          # [Ink] in place of the words.
          def sign(text, at, height, **pen) =
            Drafting::WeldSign.new(Drafting::WeldSign.read(text), height, **pen).ink(*at)

          def draw(_box, _lines, _pen) = []
        end
      end
    end
  end
end
