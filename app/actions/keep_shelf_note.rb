# frozen_string_literal: true

module App
  module Actions
    # Keeps notes on the shelf, one or those of a file, and takes them off.
    module KeepShelfNote
      # Most notes on the shelf, and bytes of a file of them.
      MOST = 1000
      BYTES = 1_000_000
      FORMAT = 'notes/1'

      module_function

      # The record; the one that is there when the same words are kept already. Raises Refused.
      def call(text, shape = nil)
        text = text.to_s.strip
        shape = nil if shape.to_s.empty?
        length = Nockplane::Drawings::AnnotationEdits::NOTE_LENGTH
        raise Refused, 'A note needs words.' if text.empty?
        raise Refused, "A note has at most #{length} characters; this one has #{text.length}." if text.length > length

        problem = Nockplane::Drawings::Annotations::NoteShapes.problem(shape, text)
        raise Refused, "#{problem.sub(/\A./, &:upcase)}." if problem
        raise Refused, "The shelf holds at most #{MOST} notes." if Records::ShelfNote.count >= MOST

        Records::ShelfNote.find_or_create_by!(text: text, shape: shape)
      end

      # All notes of a file's text; how many. Raises Refused for the whole file when one can't be kept.
      def from_file(text)
        notes = read(text)
        Records::ShelfNote.transaction { notes.each { |n| call(n['text'], n['shape']) } }
        notes.size
      end

      def remove(id) = Records::ShelfNote.where(id: id.to_i).destroy_all

      # JSON of all notes on the shelf.
      def file
        notes = Records::ShelfNote.order(:id).map { |n| { 'text' => n.text, 'shape' => n.shape }.compact }
        "#{JSON.pretty_generate('nockplane' => FORMAT, 'notes' => notes)}\n"
      end

      def read(text)
        raise Refused, "The file is larger than #{BYTES / 1_000_000} MB." if text.bytesize > BYTES

        text = text.dup.force_encoding(Encoding::UTF_8)
        raise Refused, 'The file is not UTF-8 text.' unless text.valid_encoding?

        data = JSON.parse(text.delete_prefix("\uFEFF"), max_nesting: 5)
        sound =
          data.is_a?(Hash) && data['nockplane'] == FORMAT && data['notes'].is_a?(Array) && data['notes'].all?(Hash)
        unless sound
          raise Refused, "The file holds no notes; it needs \"nockplane\": \"#{FORMAT}\" and a list of notes."
        end

        data['notes'].first(MOST).each { |n| n.each_value { |v| Gate.plain('notes', v) } }
      rescue JSON::ParserError
        raise Refused, 'The file is no JSON; keep one from the shelf to see how it looks.'
      end
      private_class_method :read
    end
  end
end
