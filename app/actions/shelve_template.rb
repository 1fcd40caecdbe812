# frozen_string_literal: true

module App
  module Actions
    # Takes a template off the shelf, or brings it back; drawings made from it stay.
    module ShelveTemplate
      # way: "remove" or "restore". Gives what became of it, in words.
      def self.call(template, way, now: Time.now)
        template.update!(removed_at: way == 'remove' ? now : nil)
        way == 'remove' ? 'off the shelf; drawings made from it stay and say so' : 'on the shelf again'
      end
    end
  end
end
