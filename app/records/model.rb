# frozen_string_literal: true

module App
  module Records
    # A model and its immutable, numbered revisions.
    class Model < ActiveRecord::Base
      default_scope { where(removed_at: nil) }
      has_many :revisions,
               -> { order(:number) },
               class_name: 'App::Records::Revision',
               dependent: :restrict_with_error,
               inverse_of: :model
      has_many :bindings, class_name: 'App::Records::Binding', dependent: :restrict_with_error
      has_many :drawings, -> { distinct }, through: :bindings

      after_save { Numbers.remember(self, Model, number, name) if saved_change_to_number? }

      def self.at(slug) = find_by(slug: slug) || raise(Refused.new("There is no model '#{slug}'.", status: 404))

      # By number or address, nil when there is none.
      def self.named(name) = find_by(number: name) || find_by(slug: name)

      def latest = revisions.last

      # Was it changed here after the last revision that a file brought? (Following a component is no change of its
      # own.)
      def changed_here? = revisions.where.not(origin: 'followed').last&.origin == 'here'

      def revision(number)
        revisions.find_by(number: number) || raise(Refused.new("#{name} has no revision #{number}.", status: 404))
      end

      def to_param = slug

      # Its own directions of sight: [{ "name", "sight" => [dx, dy, dz, ux, uy, uz] }].
      def own_looks = looks.to_s.empty? ? [] : JSON.parse(looks)

      # [dx, dy, dz, ux, uy, uz] of one of them; nil when there is none of that name.
      def own_sight(name) = own_looks.find { |l| l['name'] == name }&.fetch('sight')

      # ViewFrame in which it is seen from its front, where that is not the usual one; nil else.
      def front = own_sight(FRONT)&.then { |s| Nockplane::Projection::ViewFrame.new(s[0, 3], s[3, 3]) }

      # ViewFrame of a named direction, as seen from the model's own front.
      def frame(name)
        named = Nockplane::Projection::ViewFrame.named(name)
        front ? named.from_front(front) : named
      end

      FRONT = 'front'
    end
  end
end
