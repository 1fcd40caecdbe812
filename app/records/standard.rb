# frozen_string_literal: true

module App
  module Records
    # A named drafting standard of the house. Documents take its values over when it is chosen.
    class Standard < ActiveRecord::Base
      def self.at(slug)
        find_by(slug: slug) || raise(Refused.new("There is no drafting standard '#{slug}'.", status: 404))
      end

      # Puts the sets that ship with Nockplane on the shelf, once.
      def self.ship
        Nockplane::Drafting::Standard.shipped.each_value { |s| keep(s) unless exists?(name: s.name) }
      end

      # Keeps a Drafting::Standard under its name, new or instead of the one of that name.
      def self.keep(standard)
        (find_by(name: standard.name) || new(slug: Slug.free(standard.name, self), name: standard.name)).tap do |r|
          r.update!(document: JSON.generate(standard.to_h))
        end
      end

      def value = Nockplane::Drafting::Standard.new(JSON.parse(document))
      def to_param = slug
    end
  end
end
