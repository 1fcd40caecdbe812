# frozen_string_literal: true

module App
  module Records
    # One edit of a drawing or template (drawing_id): the edit and its inverse as JSON. state: done, undone (can be
    # redone) dropped (undone and then passed by; kept for the record), or sealed (issued with it). version: the
    # drawing's version when it was last applied or taken back.
    class JournalEntry < ActiveRecord::Base
      def touches = JSON.parse(edit)['changes'].keys
    end
  end
end
