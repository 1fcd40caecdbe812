# frozen_string_literal: true

module Nockplane
  module Issuing
    # What stands against issuing a model by itself, in sentences: what was told when it was built, and what its sizes
    # and its tolerance plan leave open.
    class ModelCheck
      # source: Products::Source; text: of the revision.
      def initialize(source, text)
        @source = source
        @text = text
      end

      # [[kind, sentence], ...]
      def findings
        built = @source.shape_of(@text)
        warnings = built.warnings.map { |w| ['model', w] }
        built.assembly? ? warnings : warnings + open
      end

      # Of a part, what its sizes and its tolerance plan leave open: [[kind, sentence], ...].
      def open = coverage + adrift

      private

      def coverage
        faces = Linking::Coverage.in(@source, @text).reject { |f| f.state == 'pinned' }
        faces
          .group_by(&:state)
          .map { |state, list| ['coverage', "#{faces_are(list.size)} #{Linking::Coverage::WORDS[state]}"] }
      end

      def faces_are(count) = count == 1 ? '1 face is' : "#{count} faces are"

      def adrift
        gone = @source.adrift(@text).count { |_, why| why == 'gone' }
        gone.zero? ? [] : [['adrift', "#{gone} of the tolerance plan lost #{gone == 1 ? 'its' : 'their'} faces"]]
      end
    end
  end
end
