# frozen_string_literal: true

module App
  module Presenters
    # One packet: what was issued, and how it differs from the one before.
    class PacketPage
      attr_reader :packet

      def initialize(packet, against = nil)
        @packet = packet
        @against = against
      end

      # What it is a packet of, with its address; nil when that is no longer here.
      def home
        return @packet.model, "/models/#{@packet.model.slug}" if @packet.model

        @packet.drawing && [@packet.drawing, "/drawings/#{@packet.drawing.slug}"]
      end

      def files = @packet.listing
      # Do all files still have the digests that were issued?
      def sound? = [*files.map { |f| f['digest'] }, @packet.digest].all? { |digest| PacketStore.sound?(digest) }

      # The packet that it is compared with: one that was named, else the one before.
      def other = @other ||= @against || @packet.before

      # Issuing::Comparison::Change of the numbers and words; [] of the first.
      def changes
        other&.value && @packet.value ? Nockplane::Issuing::Comparison.new(other.value, @packet.value).changes : []
      end

      # [[id, name, does it differ?], ...] of the sheets in either.
      def sheets
        now = @packet.sheets
        now.each_with_index.map { |s, i| [s.id, s.name || "Sheet #{i + 1}"] }
      end

      # Models whose revisions are others than in the packet before: [[name, before, now], ...].
      def moved_on
        return [] unless other

        old = other.shown_models.to_h { |m| [[m['slug'], m['variant']], m['revision']] }
        @packet.shown_models.filter_map do |m|
          was = old[[m['slug'], m['variant']]]
          [m['name'], was, m['revision']] if was != m['revision']
        end
      end

      def others = Records::Packet.of(@packet.owner).where.not(id: @packet.id).order(issued_at: :desc)
    end
  end
end
