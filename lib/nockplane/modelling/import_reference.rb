# frozen_string_literal: true

module Nockplane
  module Modelling
    # The text of a revision that is an imported file: the digest the file is kept under, its name, and the lasting
    # names of its faces. Texts are what revisions are told apart by, so that everything worked out from one can be kept
    # under its digest.
    #
    #   nockplane: step/1
    #   {"file":"5f2a...","name":"motor-plate.step","bytes":109107,"faces":{"466":"plane-1"},
    #    "used":{"":{"plane":18}},"doubts":{},"gone":[]}
    class ImportReference
      HEAD = 'nockplane: step/1'
      FIELDS = %i[file name bytes faces used doubts gone title properties part arrangement plan called].freeze
      # Those that are written only where they say something.
      SELDOM = { part: nil, arrangement: {}, plan: {}, called: nil }.freeze

      attr_reader(*FIELDS)

      def self.is?(text) = text.start_with?(HEAD)
      def self.parse(text) = new(**JSON.parse(text.delete_prefix(HEAD), symbolize_names: true).slice(*FIELDS))

      # file: digest; faces: { record id => name }; used: { part => { word => highest number } }; doubts: { new name =>
      # [old names] }; gone: old names that no face has any more; title, properties: what the model is called and { key
      # => text } given here, instead of what the file says; part: number of one part of an assembly that alone is meant
      # (as its instances name it), nil for all of the file; arrangement, plan: as
      # Arrangement#to_h and TolerancePlan#to_h give them; called: what the components of an assembly are called by
      # (Formats::Step::Products), nil in texts of before there was a choice.
      def initialize(
        file:,
        name:,
        bytes:,
        faces: {},
        used: {},
        doubts: {},
        gone: [],
        title: nil,
        properties: {},
        part: nil,
        arrangement: {},
        plan: {},
        called: nil
      )
        @file = file
        @name = name
        @bytes = bytes
        @faces = faces.to_h { |id, n| [id.to_s.to_i, n] }
        @used = used.to_h { |part, words| [part.to_s, words.to_h { |w, n| [w.to_s, n] }] }
        @doubts = doubts.to_h { |n, olds| [n.to_s, olds] }
        @gone = gone
        @title = title
        @part = part
        @called = called
        @arrangement = text_keys(arrangement || {})
        @plan = text_keys(plan || {})
        @properties = (properties || {}).to_h { |k, v| [k.to_s, v.to_s] }
        freeze
      end

      # The same with numbers counted as used that another reference has used: { part => { word => highest number } }.
      def with_used(others)
        both = @used.merge(others) { |_, own, other| own.merge(other) { |_, a, b| [a, b].max } }
        ImportReference.new(**FIELDS.to_h { |f| [f, public_send(f)] }, used: both)
      end

      # The same with a title (nil: as it is) and properties put over those given before; "" takes one away.
      def with_given(title, properties)
        given = @properties.merge(properties.transform_keys(&:to_s)).reject { |_, v| v.to_s.empty? }
        ImportReference.new(**FIELDS.to_h { |f| [f, public_send(f)] }, title: title || @title, properties: given)
      end

      # The same with another arrangement (Arrangement#to_h).
      def arranged(arrangement)
        ImportReference.new(**FIELDS.to_h { |f| [f, public_send(f)] }, arrangement: arrangement)
      end

      # The same with another tolerance plan (TolerancePlan#to_h).
      def planned(plan) = ImportReference.new(**FIELDS.to_h { |f| [f, public_send(f)] }, plan: plan)

      # One of its parts alone (OnePart#key), its faces under the names that they have in the whole.
      def of_part(part) = ImportReference.new(file: @file, name: @name, bytes: @bytes, faces: @faces, part: part)

      # All of the file, faces called by their records.
      def bare = ImportReference.new(file: @file, name: @name, bytes: @bytes)

      # The properties of a model read from the file, with those given here.
      def properties_of(model) = model.properties.merge(@properties)

      def to_s
        said = FIELDS.to_h { |f| [f, public_send(f)] }.reject { |k, v| SELDOM.key?(k) && SELDOM[k] == v }
        "#{HEAD}\n#{JSON.generate(said)}\n"
      end

      private

      # (The text is read with symbols for keys.)
      def text_keys(value)
        return value.map { |v| text_keys(v) } if value.is_a?(Array)

        value.is_a?(Hash) ? value.to_h { |k, v| [k.to_s, text_keys(v)] } : value
      end
    end
  end
end
