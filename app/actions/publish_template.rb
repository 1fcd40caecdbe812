# frozen_string_literal: true

module App
  module Actions
    # Keeps a template's document in work as its next revision, which new drawings are made from.
    module PublishTemplate
      # Longest note that is kept.
      NOTE = 300

      # The revision. Raises Refused.
      def self.call(template, note, author: Acting.now)
        raise Refused, 'Nothing is different from the latest revision.' unless template.unpublished?
        raise Refused, 'A template needs a berth, so that a model can be put in.' if template.value.berths.empty?

        note = note.to_s.strip[0, NOTE]
        template.publish(note.empty? ? 'published' : note, author)
      end
    end
  end
end
